import { type Day } from '../day';
import type { Try } from '../events';
import type { Step } from '../steps';
import type { Bpm } from '../units';
import { heldOf, passesAt, type Attempt, type Held } from './held';
import { bearing, piecesOf, type Piece } from './pieces';

/** Where a student is on one step's ladder. */
export interface Climb {
  /** Index of the rung to play next: the first above what is held; 0 for a step without rungs. */
  readonly rung: number;
  readonly cleanInRow: number;
  readonly failsInRow: number;
  /** The fastest tempo that is held, on the ladder or not; null before the first. */
  readonly cleanBpm: Bpm | null;
  /** Different days on which the goal was met. */
  readonly goalDays: readonly Day[];
  readonly isDone: boolean;
  readonly triesCount: number;
}

function inOrderOnce(tries: readonly Try[]): readonly Try[] {
  const once = new Map(tries.map((one) => [one.id, one]));
  return [...once.values()].sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id));
}

/** What a fuller layer proves: what was clean in it; what failed in it says nothing of a barer one. */
function attemptsAt(pieces: readonly Piece[], tries: readonly Try[]): readonly Attempt[] {
  return tries.flatMap(({ stepId, clean, passes, day, bpm: tempo }) => {
    const practised = piecesOf(stepId);
    const how = pieces.flatMap((piece) => practised.map((one) => bearing(one, piece)));
    const counts = how.includes('same') || (clean && how.includes('fuller'));
    return counts ? [{ clean, passes, day, bpm: tempo ?? 0 }] : [];
  });
}

/**
 * Gives the attempts that bear on what a step practises, in the order they were made: its own, and what was clean
 * in a fuller layer.
 *
 * @example
 * attemptsOf(makeSteps(workpieceOf(readChart('[A]\n| Em |').song))[0], []) // []
 */
export function attemptsOf(step: Step, tries: readonly Try[]): readonly Attempt[] {
  return attemptsAt(piecesOf(step.id), inOrderOnce(tries));
}

/** The rung to play next: the first above what is held, further down after failing at it. */
function nextRung({ rungs }: Step, { bpm: held, eased }: Held): number {
  const above = held === null ? 0 : rungs.findIndex((rung) => rung > held);
  const next = above < 0 ? rungs.length - 1 : above;
  return Math.max(0, next - eased);
}

function climbPiece(step: Step, piece: Piece, tries: readonly Try[]): Climb {
  const { rungs, goal } = step;
  const attempts = attemptsAt([piece], tries);
  const goalBpm = rungs.at(-1) ?? 0;
  const held = heldOf(attempts, { cleanInRow: goal.cleanInRow, goalBpm });
  const rung = nextRung(step, held);
  const inRow = passesAt(held, rungs[rung] ?? 0);
  const isDone = held.goalDays.length >= goal.days;
  return {
    rung,
    cleanInRow: inRow >= goal.cleanInRow ? 0 : inRow,
    failsInRow: held.failsInRow,
    cleanBpm: held.bpm === null || rungs.length === 0 ? null : (held.bpm as Bpm),
    goalDays: held.goalDays,
    isDone,
    triesCount: attempts.length,
  };
}

/** Of several pieces, the one that is least far. */
function leastOf(climbs: readonly Climb[]): Climb | undefined {
  const [first, ...rest] = climbs;
  if (!first) return undefined;
  return rest.reduce(
    (least, one) => ({
      rung: Math.min(least.rung, one.rung),
      cleanInRow: Math.min(least.cleanInRow, one.cleanInRow),
      failsInRow: Math.max(least.failsInRow, one.failsInRow),
      cleanBpm:
        least.cleanBpm === null || one.cleanBpm === null
          ? null
          : (Math.min(least.cleanBpm, one.cleanBpm) as Bpm),
      goalDays: least.goalDays.length <= one.goalDays.length ? least.goalDays : one.goalDays,
      isDone: least.isDone && one.isDone,
      triesCount: Math.max(least.triesCount, one.triesCount),
    }),
    first,
  );
}

/**
 * Works out where a student is with a step from all tries ever made: the tempo held is what was played
 * clean often enough in a row, whatever the ladder was then; a fuller layer proves a barer one; two
 * failed tries step one rung down. The order the tries are given in does not matter.
 *
 * @example
 * climbOf(makeSteps(workpieceOf(readChart('[A]\n| Em |').song))[0], []).isDone // false
 */
export function climbOf(step: Step, tries: readonly Try[]): Climb {
  const ordered = inOrderOnce(tries);
  const climbs = piecesOf(step.id).map((piece) => climbPiece(step, piece, ordered));
  const least = leastOf(climbs);
  if (!least) throw new Error('a step is always made of something');
  return least;
}
