export { WorkedOutPage } from './worked-out-page';
