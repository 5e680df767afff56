export { AccountPage } from './account-page';
export { Confirming } from './confirming';
