import type { Readiness } from '../progress';
import { kindOf } from '../steps';
import type { Bpm } from '../units';

/** How far a song is, without the steps it was worked out from. */
export interface ReadinessSummary extends Pick<
  Readiness,
  'songBpm' | 'restBpm' | 'goalBpm' | 'share' | 'barer' | 'gates' | 'kept'
> {
  /** Bars that are new in sections not held at any tempo yet, and joins that are not. */
  readonly holeBars: number;
  readonly holeJoins: number;
  readonly heldBackBy: {
    readonly stepId: string;
    readonly title: string;
    /** What it is and what is left to do, without the words before it. */
    readonly what: string;
    readonly cleanBpm: Bpm | null;
    readonly goalBpm: Bpm;
  } | null;
}

/**
 * Puts how far a song is into what can be sent and kept.
 *
 * @example
 * summaryOf(readinessOf(workpieceOf(EMPTY_SONG), { steps: [], tries: [] })).heldBackBy // null
 */
export function summaryOf(readiness: Readiness): ReadinessSummary {
  const { songBpm, restBpm, goalBpm, share, barer, gates, kept, parts, heldBackBy } = readiness;
  const joins = parts.filter(({ step }) => kindOf(step).subject === 'join');
  return {
    songBpm,
    restBpm,
    goalBpm,
    share,
    barer,
    gates,
    kept,
    holeBars: readiness.holes.reduce((sum, { bars }) => sum + bars.length, 0),
    holeJoins: joins
      .filter(({ cleanBpm }) => cleanBpm === null)
      .reduce((sum, { step }) => sum + step.atoms.length / 2, 0),
    heldBackBy: heldBackBy
      ? {
          stepId: heldBackBy.step.id,
          title: heldBackBy.step.title,
          what: heldBackBy.what,
          cleanBpm: heldBackBy.cleanBpm,
          goalBpm: heldBackBy.goalBpm,
        }
      : null,
  };
}
