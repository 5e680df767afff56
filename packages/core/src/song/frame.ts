import { STANDARD_TUNING, type Tuning } from '../pitch';
import { parseMeter, USUAL_PICKING, type Feel, type Meter, type PickingHand } from '../rhythm';
import { bpm, type Bpm } from '../units';
import { downIn, guessedNames, type NamedSong } from './named-by';
import { assumed } from '../constants';

/** A frame with every field settled, by statement or by default. */
export interface SettledFrame {
  readonly tempo: Bpm;
  readonly meter: Meter;
  readonly feel: Feel;
  readonly tuning: Tuning;
  /** The fret the capo sits at. */
  readonly capo: number;
  /** Semitones the strings stand under the tuning that shapes are named from. */
  readonly down: number;
  /** Semitones a shape sounds above its name: the capo, less what the strings are let down. */
  readonly raised: number;
  readonly picking: PickingHand;
}

const FOUR_FOUR: Meter = parseMeter('4/4') ?? { beats: 4, unit: 4, groups: [4] };

/**
 * Fills what the frame of a song leaves unstated: 80 bpm, 4/4, straight, standard tuning, no capo, a string for each
 * finger; where the strings are let down as a whole, what the chords are likely called by.
 *
 * @example
 * settledFrame(EMPTY_SONG).tempo // 80
 */
export function settledFrame(song: NamedSong): SettledFrame {
  const names = song.frame.names ?? guessedNames(song);
  const frame = { ...song.frame, ...(names && { names }) };
  const [capo, down] = [frame.capo ?? 0, downIn(frame)];
  return {
    tempo: frame.tempo ?? bpm(assumed('defaultBpm')),
    meter: frame.meter ?? FOUR_FOUR,
    feel: frame.feel ?? { kind: 'straight' },
    tuning: frame.tuning ?? STANDARD_TUNING,
    capo,
    down,
    raised: capo - down,
    picking: frame.picking ?? USUAL_PICKING,
  };
}
