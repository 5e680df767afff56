import { STANDARD_TUNING, type Tuning } from '../pitch';
import { parseMeter, USUAL_PICKING, type Feel, type Meter, type PickingHand } from '../rhythm';
import { bpm, type Bpm } from '../units';
import type { Frame } from './document';
import { assumed } from '../constants';

/** A frame with every field settled, by statement or by default. */
export interface SettledFrame {
  readonly tempo: Bpm;
  readonly meter: Meter;
  readonly feel: Feel;
  readonly tuning: Tuning;
  readonly capo: number;
  readonly picking: PickingHand;
}

const FOUR_FOUR: Meter = parseMeter('4/4') ?? { beats: 4, unit: 4, groups: [4] };

/**
 * Fills what a frame leaves unstated: 80 bpm, 4/4, straight, standard tuning, no capo, a
 * string for each finger.
 *
 * @example
 * settledFrame({}).tempo // 80
 */
export function settledFrame(frame: Frame): SettledFrame {
  return {
    tempo: frame.tempo ?? bpm(assumed('defaultBpm')),
    meter: frame.meter ?? FOUR_FOUR,
    feel: frame.feel ?? { kind: 'straight' },
    tuning: frame.tuning ?? STANDARD_TUNING,
    capo: frame.capo ?? 0,
    picking: frame.picking ?? USUAL_PICKING,
  };
}
