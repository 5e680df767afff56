export { LAYERS } from './layer';
export type { Layer } from './layer';
