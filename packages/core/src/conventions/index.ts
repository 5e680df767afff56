export { USUAL_CONVENTIONS } from './conventions';
export type { Conventions } from './conventions';
