export { playStandIn, STEADY_PLAYER } from './stand-in';
export type { SlowChange, StandInPlayer, StandInTake } from './stand-in';
export { renderStandIn } from './sound';
