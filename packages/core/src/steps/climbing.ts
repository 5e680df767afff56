import type { Workpiece } from './workpiece';

/** How a ladder is climbed, as the studio and the student have it. */
export interface Climbing {
  /** How much faster each rung is, and how much slower what is held after failing at it. */
  readonly rungRatio: number;
  /** Of the tempo its sections are held at: where a join is begun. */
  readonly knownStartShare: number;
  /** Of the tempo a barer layer is held at: where a fuller one is begun. */
  readonly newStartShare: number;
}

/**
 * Gives how the ladders of a song are climbed: what is the student's own, else the studio's.
 *
 * @example
 * climbingOf(workpieceOf(EMPTY_SONG)).rungRatio // 1.08
 */
export function climbingOf({ student, constants }: Workpiece): Climbing {
  const { knownStartShare, newStartShare } = constants;
  return { rungRatio: student.rungRatio ?? constants.rungRatio, knownStartShare, newStartShare };
}
