export { playSimulated, STEADY_PLAYER } from './simulated-player';
export type { SlowChange, SimulatedPlayer, SimulatedTake } from './simulated-player';
export { renderSimulated } from './sound';
