import { assumed } from '../constants';
import { daysBetween, type Day } from '../day';
import { bpm, type Bpm } from '../units';

/** How fast one part lets the whole song go, and how well it is remembered. */
export interface KeptPart {
  /** As a tempo of the whole song. */
  readonly songBpm: Bpm;
  /** The day it was played last. */
  readonly lastOn: Day;
  /** So many days after it was played last, it goes with nine chances in ten. */
  readonly stabilityDays: number;
}

/** The tempo a song was held at, and the range that is probably left of it. */
export interface TempoToday {
  readonly was: Bpm;
  /** The day the part was played last that is left least of. */
  readonly lastOn: Day;
  readonly from: Bpm;
  readonly to: Bpm;
  /** So little is left of it that it has to be shown again before it counts as ready. */
  readonly isFaded: boolean;
}

/** How steeply memory fades, as the spaced-review scheduler has it. */
const DECAY = -0.1542;
const FACTOR = 0.9 ** (1 / DECAY) - 1;
/** Under this chance a visit is due. */
const DUE = 0.9;

/**
 * Tells how likely something still goes so many days after it was played: `(1 + f·t/S)^d`, the forgetting curve of
 * the spaced-review scheduler, without the scheduler. 1 on the day itself.
 *
 * @example
 * retrievabilityAfter(0, 3) // 1
 */
export function retrievabilityAfter(days: number, stabilityDays: number): number {
  return (1 + (FACTOR * Math.max(0, days)) / stabilityDays) ** DECAY;
}

/**
 * Gives the range a tempo that was held has probably come down to: T·(0.80 + 0.20·R) to T·(0.90 + 0.10·R).
 *
 * @example
 * retainedTempo(92, 0.74) // { was: 92, from: 87, to: 90 }
 */
export function retainedTempo(
  was: Bpm,
  retrievability: number,
): Pick<TempoToday, 'was' | 'from' | 'to'> {
  const left = (forgotten: number): Bpm =>
    bpm(Math.round(was * (forgotten + (1 - forgotten) * retrievability)));
  return {
    was,
    from: left(assumed('retainedLowShare')),
    to: left(assumed('retainedHighShare')),
  };
}

/**
 * Tells what is probably left of the tempo of a whole song today: as much as of the part that is left least of. Null
 * while no part of it is due a visit, and where nothing is kept.
 *
 * @example
 * tempoToday([], '2026-11-26') // null
 */
export function tempoToday(kept: readonly KeptPart[], today: Day): TempoToday | null {
  const parts = kept.map(({ songBpm, lastOn, stabilityDays }) => {
    const chance = retrievabilityAfter(daysBetween(lastOn, today), stabilityDays);
    return { lastOn, chance, left: retainedTempo(songBpm, chance) };
  });
  const [least] = parts.toSorted((a, b) => a.left.from - b.left.from);
  if (!least || parts.every(({ chance }) => chance >= DUE)) return null;
  const was = bpm(Math.min(...kept.map(({ songBpm }) => songBpm)));
  const { from, to } = least.left;
  const isFaded = parts.some(({ chance }) => chance < assumed('showAgain'));
  return { was, lastOn: least.lastOn, from, to, isFaded };
}
