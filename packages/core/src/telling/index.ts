export { parseStrokes, placeStrokes } from './placements';
export type { PlacementRequest, Placements, ToldStroke } from './placements';
export { readTaps } from './taps';
export type { TappedRhythm } from './taps';
export { patternOfTaps, readTelling } from './tellings';
export type { PatternTelling, PatternWay } from './tellings';
