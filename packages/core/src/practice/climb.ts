import { assumed } from '../assumptions';
import type { Step } from '../steps';
import type { Bpm } from '../units';
import type { Day } from '../day';
import type { Try } from '../events';

/** Where a student is on one step's ladder. */
export interface Climb {
  /** Index of the rung being practised; 0 for a step without rungs. */
  readonly rung: number;
  readonly cleanInRow: number;
  readonly failsInRow: number;
  /** The fastest rung that is held; null before the first. */
  readonly cleanBpm: Bpm | null;
  /** Different days on which the goal was met. */
  readonly goalDays: readonly Day[];
  readonly isDone: boolean;
  readonly triesCount: number;
}

const FRESH: Climb = {
  rung: 0,
  cleanInRow: 0,
  failsInRow: 0,
  cleanBpm: null,
  goalDays: [],
  isDone: false,
  triesCount: 0,
};

function afterRungHeld(climb: Climb, step: Step, day: Day): Climb {
  const isTop = climb.rung >= step.rungs.length - 1;
  const cleanBpm = step.rungs[climb.rung] ?? null;
  const held = { ...climb, cleanInRow: 0, cleanBpm };
  if (!isTop) return { ...held, rung: climb.rung + 1 };
  const goalDays = [...new Set([...climb.goalDays, day])];
  return { ...held, goalDays, isDone: climb.isDone || goalDays.length >= step.goal.days };
}

function afterClean(climb: Climb, step: Step, one: Try): Climb {
  const rungBpm = step.rungs[climb.rung];
  // Slower than the rung is good practice, but does not climb it.
  if (rungBpm !== undefined && (one.bpm ?? 0) < rungBpm) return { ...climb, failsInRow: 0 };
  const next = { ...climb, failsInRow: 0, cleanInRow: climb.cleanInRow + one.passes };
  return next.cleanInRow >= step.goal.cleanInRow ? afterRungHeld(next, step, one.day) : next;
}

/** What was held at or above a rung that failed twice is held no more. */
function afterStumble(climb: Climb, step: Step): Climb {
  const failsInRow = climb.failsInRow + 1;
  if (failsInRow < assumed('failsToStepDown')) return { ...climb, cleanInRow: 0, failsInRow };
  const below = step.rungs[climb.rung - 1] ?? null;
  const cleanBpm =
    climb.cleanBpm !== null && below !== null && climb.cleanBpm > below ? below : climb.cleanBpm;
  return {
    ...climb,
    cleanInRow: 0,
    failsInRow: 0,
    rung: Math.max(0, climb.rung - 1),
    cleanBpm: climb.rung === 0 ? null : cleanBpm,
  };
}

function inOrderOnce(tries: readonly Try[]): readonly Try[] {
  const once = new Map(tries.map((one) => [one.id, one]));
  return [...once.values()].sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id));
}

/**
 * Works out where a student is on a step's ladder from all tries ever made: enough clean passes in
 * a row climb a rung, two failed tries step one down. Tries of other steps are passed over; the
 * order they are given in does not matter.
 *
 * @example
 * climbOf(makeSteps(workpieceOf(readChart('[A]\n| Em |').song))[0], []).isDone // false
 */
export function climbOf(step: Step, tries: readonly Try[]): Climb {
  return inOrderOnce(tries.filter((one) => one.stepId === step.id)).reduce<Climb>((climb, one) => {
    const next = one.clean ? afterClean(climb, step, one) : afterStumble(climb, step);
    return { ...next, triesCount: climb.triesCount + 1 };
  }, FRESH);
}
