export { isSameTitle } from './same-title';
export { roughChart } from './rough-chart';
export type { RoughChart, RoughFrame } from './rough-chart';
