export { RequestsPage } from './requests-page';
