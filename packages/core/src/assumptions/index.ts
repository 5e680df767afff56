export { ASSUMPTIONS } from './assumptions.data';
export type { Assumption } from './assumptions.data';
export { constantsWith } from './studio-constants';
export { ASSUMPTION_GROUPS } from './groups.data';
export type { AssumptionGroup } from './groups.data';
