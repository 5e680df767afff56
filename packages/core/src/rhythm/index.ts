export { formatFeel, parseFeel } from './feel';
export type { Feel } from './feel';
export { cellsOver, countWords } from './fill';
export type { CountSchool } from './fill';
export { accentedBeats, formatMeter, isCompound, isFeltInThrees, parseMeter } from './meter';
export type { Meter } from './meter';
export { readPattern, slotBeats, slotTimes, soundsChord, strokeRate, strokesOf } from './pattern';
export type { Pattern, PatternReading } from './pattern';
export {
  formatPicking,
  parsePicking,
  pickedOver,
  PICKING_FINGERS,
  settledPicking,
  USUAL_PICKING,
} from './picking';
export type { PickingHand } from './picking';
export { parseSlot } from './slot';
export type { PickingFinger, Plucked, Slot, Strum } from './slot';
export { handPath } from './hand-path';
export type { HandMotion } from './hand-path';
export { rateKept, strokeClimb, USUAL_CLIMB } from './stroke-climb';
export type { ClimbStage, StrokeClimb } from './stroke-climb';
export { techniquesOf } from './technique';
export type { Technique } from './technique';
