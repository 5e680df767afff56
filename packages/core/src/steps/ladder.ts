import { bpm, type Bpm } from '../units';

/** What a ladder is made from; `ratio` is how much faster each rung is. */
export interface LadderRequest {
  readonly startBpm: number;
  readonly goalBpm: number;
  readonly ratio: number;
}

/** A ladder, or why there is none. */
export type LadderResult =
  | { readonly ok: true; readonly rungs: readonly Bpm[] }
  | { readonly ok: false; readonly code: 'tempo-range' | 'ratio-range'; readonly message: string };

const LEAST_RATIO = 1.005;
const MOST_RATIO = 4;
const FASTEST = 1000;
/** Keeps ln(goal/start)/ln(ratio) from rounding a whole number of rungs up by one. */
const ROUNDING = 1e-9;

/**
 * Makes the ladder of practice tempos: n = ⌈ln(goal/start)/ln ratio⌉ equal steps in pitch of speed,
 * rounded to whole bpm, strictly rising, ending at the goal. A start at or over the goal gives the
 * goal alone. Tempos lie above 0 and up to 1000, the ratio from 1.005 to 4.
 *
 * @example
 * ladder({ startBpm: 58, goalBpm: 92, ratio: 1.08 }).rungs // [58, 63, 68, 73, 79, 85, 92]
 * @example
 * ladder({ startBpm: 0, goalBpm: 92, ratio: 1.08 }).ok // false
 */
export function ladder({ startBpm, goalBpm, ratio }: LadderRequest): LadderResult {
  if (!isTempo(startBpm) || !isTempo(goalBpm)) {
    return {
      ok: false,
      code: 'tempo-range',
      message: 'Tempos must be over 0 and at most 1000 bpm.',
    };
  }
  if (!(ratio >= LEAST_RATIO && ratio <= MOST_RATIO)) {
    return {
      ok: false,
      code: 'ratio-range',
      message: 'The ratio of rungs must be from 1.005 to 4.',
    };
  }
  const rungs = startBpm >= goalBpm ? [bpm(goalBpm)] : rungsBetween(startBpm, goalBpm, ratio);
  return { ok: true, rungs };
}

/**
 * Makes a ladder where the tempos are known to be in range; the goal alone otherwise.
 *
 * @example
 * rungsTo(92, 90, 1.08) // [90, 92]
 */
export function rungsTo(goalBpm: number, startBpm: number, ratio: number): readonly Bpm[] {
  const made = ladder({ startBpm, goalBpm, ratio });
  return made.ok ? made.rungs : [bpm(goalBpm)];
}

function isTempo(value: number): boolean {
  return value > 0 && value <= FASTEST;
}

function rungsBetween(start: number, goal: number, ratio: number): readonly Bpm[] {
  const count = Math.ceil(Math.log(goal / start) / Math.log(ratio) - ROUNDING);
  const below = Array.from({ length: count }, (_, i) =>
    Math.round(start * (goal / start) ** (i / count)),
  );
  const rising = below.filter((rung, i) => rung < goal && (i === 0 || rung > (below[i - 1] ?? 0)));
  return [...rising, goal].map(bpm);
}
