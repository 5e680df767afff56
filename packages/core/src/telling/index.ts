export { placeStrokes } from './placements';
export type { PlacementRequest, Placements, ToldStroke } from './placements';
export { parseTold } from './told';
export type { ToldSwing } from './told';
export { readTaps } from './taps';
export type { TappedRhythm } from './taps';
export { patternOfTaps, readTelling } from './tellings';
export type { PatternTelling, PatternWay } from './tellings';
