export { writeTable } from './write';
export type { Cell } from './write';
