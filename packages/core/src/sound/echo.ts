import { assumed } from '../constants';

/** An echo beside the note values of a tempo. */
export interface Echo {
  /** The note value it is nearest to, such as "dotted eighth". */
  readonly noteValue: string;
  /** How long that value lasts. */
  readonly exactMs: number;
  /** How far off the echo is, in percent of it; below 0 it is shorter. */
  readonly offPercent: number;
  /** The echo as it has to be at the practice tempo; only where one is given. */
  readonly practiceMs?: number;
}

/** Note values in quarters. */
const VALUES: readonly (readonly [name: string, quarters: number])[] = [
  ['whole note', 4],
  ['dotted half', 3],
  ['half', 2],
  ['dotted quarter', 1.5],
  ['quarter', 1],
  ['dotted eighth', 0.75],
  ['quarter triplet', 2 / 3],
  ['eighth', 0.5],
  ['dotted sixteenth', 0.375],
  ['eighth triplet', 1 / 3],
  ['sixteenth', 0.25],
  ['thirty-second', 0.125],
];

/**
 * Puts an echo time beside the tempo: the nearest note value (a quarter lasts 60000/bpm ms), how far off
 * it is, and what it becomes at a practice tempo. `bpm` counts quarters; all figures above 0.
 *
 * @example
 * echoOf({ bpm: 84, ms: 536, practiceBpm: 58.8 }) // { noteValue: 'dotted eighth', exactMs: 535.7, offPercent: 0.1, practiceMs: 766 }
 */
export function echoOf({
  bpm,
  ms,
  practiceBpm,
}: {
  readonly bpm: number;
  readonly ms: number;
  readonly practiceBpm?: number;
}): Echo {
  const quarterMs = 60_000 / bpm;
  // Twice as long is as far off as half as long.
  const off = (quarters: number): number => Math.abs(Math.log(ms / (quarters * quarterMs)));
  const [noteValue, quarters] = VALUES.reduce((best, one) =>
    off(one[1]) < off(best[1]) ? one : best,
  );
  const exactMs = quarters * quarterMs;
  return {
    noteValue,
    exactMs: roundedTo(exactMs, 1),
    offPercent: roundedTo((100 * (ms - exactMs)) / exactMs, 1),
    ...(practiceBpm !== undefined && { practiceMs: Math.round((ms * bpm) / practiceBpm) }),
  };
}

/**
 * Tells whether an echo is so far off every note value that one hears it drift against the beat.
 *
 * @example
 * isEchoOff({ offPercent: 11.5 }) // true
 */
export function isEchoOff({ offPercent }: Pick<Echo, 'offPercent'>): boolean {
  return Math.abs(offPercent) > assumed('echoOffPercent');
}

function roundedTo(value: number, digits: number): number {
  const factor = 10 ** digits;
  return Math.round(value * factor) / factor;
}
