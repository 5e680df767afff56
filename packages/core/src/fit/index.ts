export { fitFor } from './fit';
export type { Fit, FitOptions, FitVerdict, SlowestChange } from './fit';
