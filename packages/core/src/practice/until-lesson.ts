import type { Step } from '../steps';
import type { Bpm } from '../units';
import type { StepProgress } from './next-steps';

/** A step, or a stretch of its ladder, that fits until the next lesson. */
export interface LessonPiece {
  readonly step: Step;
  readonly minutes: number;
  /** All that is left of it fits. */
  readonly isWhole: boolean;
  /** The rung to start at and the one to come to; null without a tempo. */
  readonly fromBpm: Bpm | null;
  readonly toBpm: Bpm | null;
}

/** More than this is a list to tick, not something to work on. */
const MOST_PIECES = 9;
/** Less time than this is not worth beginning something new. */
const LEAST_MINUTES = 4;

/**
 * Gives the next steps of a plan that fit the minutes there are until a lesson, in the plan's order;
 * the last may be a stretch of its ladder. Steps that wait for one that does not fit are left for later.
 * Empty where all is done or there are no minutes.
 *
 * @example
 * untilLesson([], 60) // []
 */
export function untilLesson(
  progress: readonly StepProgress[],
  minutes: number,
): readonly LessonPiece[] {
  const done = new Set(progress.filter((one) => one.state === 'done').map((one) => one.step.id));
  const pieces: LessonPiece[] = [];
  let left = minutes;
  for (const one of progress) {
    const isReady = one.step.needs.every((id) => done.has(id));
    const isWaiting = one.state !== 'done' && isReady && one.step.isOptional !== true;
    if (!isWaiting || pieces.length >= MOST_PIECES) continue;
    if (left < Math.min(LEAST_MINUTES, leftOf(one))) break;
    const piece = pieceOf(one, left);
    pieces.push(piece);
    left -= piece.minutes;
    if (piece.isWhole) done.add(one.step.id);
  }
  return pieces;
}

/** What is left of a step: the rungs above those that are held. */
function leftOf({ step, climb }: StepProgress): number {
  const rungs = step.rungs.length;
  return rungs < 2 ? step.minutes : (step.minutes * (rungs - climb.rung)) / rungs;
}

function pieceOf(progress: StepProgress, minutes: number): LessonPiece {
  const { step, climb } = progress;
  const left = leftOf(progress);
  const isWhole = minutes >= left;
  const { rungs } = step;
  const climbed = isWhole ? rungs.length : (minutes / left) * (rungs.length - climb.rung);
  const to = isWhole ? rungs.length - 1 : climb.rung + Math.max(0, Math.floor(climbed) - 1);
  return {
    step,
    isWhole,
    minutes: Math.min(left, minutes),
    fromBpm: rungs[climb.rung] ?? null,
    toBpm: rungs[to] ?? null,
  };
}
