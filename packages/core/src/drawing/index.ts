export type { Drawing, Role, Shape } from './drawing';
export { gripDrawing } from './grip';
export type { HeldGrip } from './grip';
export { laneDrawing } from './lane';
export type { LaneDrawing, LaneStyle } from './lane';
