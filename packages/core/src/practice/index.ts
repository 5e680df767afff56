export { climbOf } from './climb';
export type { Climb } from './climb';
export { stepProgress } from './next-steps';
export type { StepProgress } from './next-steps';
export { placeIn } from './place';
export type { Place } from './place';
export { sceneOf } from './scene';
export type { DrawnChange, DrawnLane, MapBar, SaidChord, Scene, TunedString } from './scene';
