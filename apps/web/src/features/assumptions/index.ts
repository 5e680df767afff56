export { WorkedOutPage } from './worked-out-page';
export { ConstantsApi } from './constants.api';
