export { beatsAt, clicksUntil, clickTime } from './click';
export type { Click, Count } from './click';
export { formatFeel, parseFeel } from './feel';
export type { Feel } from './feel';
export { accentedBeats, formatMeter, parseMeter } from './meter';
export type { Meter } from './meter';
