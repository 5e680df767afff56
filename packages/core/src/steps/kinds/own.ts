import type { Goal, Step } from '../step';
import { climbingOf } from '../climbing';
import { rungsTo } from '../ladder';
import type { Workpiece } from '../workpiece';
import { playNothing, type Kind } from './kind';

const GOAL: Goal = { cleanInRow: 1, days: 1, words: 'done once' };

/** What a teacher says of a step of their own. */
export interface OwnStepWords {
  /** An id of its own, beginning with "own:". */
  readonly step: string;
  readonly title: string;
  /** What counts as done; empty where nothing was said. */
  readonly goal: string;
  readonly minutes: number;
  readonly startBpm?: number;
  readonly goalBpm?: number;
}

/**
 * Makes a step of the teacher's own.
 *
 * @example
 * makeOwn({ step: 'own:1', title: 'Clap it', goal: 'twice', minutes: 3 }, workpieceOf(EMPTY_SONG)).rungs // []
 */
export function makeOwn(words: OwnStepWords, work: Workpiece): Step {
  const { step, title, goal, minutes, startBpm, goalBpm } = words;
  const climbing = climbingOf(work);
  return {
    id: step,
    kind: 'own',
    title,
    about: { name: title },
    atoms: [],
    needs: [],
    minutes,
    rungs: goalBpm === undefined ? [] : rungsTo(goalBpm, startBpm ?? goalBpm, climbing.rungRatio),
    climbing,
    goal: { ...GOAL, words: goal },
    why: 'Your teacher put it here.',
  };
}

/** A step the teacher made. */
export const own: Kind = {
  goal: GOAL,
  subject: 'own',
  rank: 5,
  rungUnit: 'bpm',
  scene: 'words',
  cleanWord: 'done',
  play: playNothing,
};
