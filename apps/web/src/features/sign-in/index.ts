export { SignInPage } from './sign-in-page';
