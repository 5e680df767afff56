export { ASSUMPTIONS } from './assumptions.data';
export type { Assumption } from './assumptions.data';
export { constantsWith } from './studio-constants';
