export { assumed, ASSUMPTION_NAMES, USUAL_CONSTANTS } from './assumed';
export type { AssumptionName, Constants, OwnConstants } from './assumed';
export { VALUES } from './values.data';
