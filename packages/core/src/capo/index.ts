export { capoAdvice } from './capo-advice';
export type { CapoOption, CapoShape } from './capo-advice';
