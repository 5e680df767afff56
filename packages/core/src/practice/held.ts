import type { Day } from '../day';
import type { Try } from '../events';
import { assumed } from '../constants';
import type { Step } from '../steps';

/** One attempt as it bears on one piece. */
export interface Attempt extends Pick<Try, 'clean' | 'passes' | 'day'> {
  /** 0 where there is no click. */
  readonly bpm: number;
}

/** What attempts at one piece add up to. */
export interface HeldTempo {
  /** The highest tempo that is held; null before the first, 0 without a click. */
  readonly bpm: number | null;
  /** Days on which the goal was met. */
  readonly goalDays: readonly Day[];
  /** Clean attempts since the last stumble, on one day. */
  readonly run: readonly Attempt[];
  readonly failsInRow: number;
  /** Rungs to go back, after failing again and again at what comes next. */
  readonly eased: number;
  /** A tempo that was held and failed twice since: what comes next is slower, however far apart the rungs are. */
  readonly below: number;
}

const NOTHING: HeldTempo = {
  bpm: null,
  goalDays: [],
  run: [],
  failsInRow: 0,
  eased: 0,
  below: Infinity,
};

/** What counts: so many clean in a row, the tempo that is the goal, 0 without one, and how far apart rungs are. */
export interface HoldRule {
  readonly cleanInRow: number;
  readonly goalBpm: number;
  readonly rungRatio: number;
}

/**
 * Gives what a step asks of the attempts at it.
 *
 * @example
 * holdRuleOf(makeSteps(workpieceOf(readChart('[A]\n| Em |').song))[0]).rungRatio // 1.08
 */
export function holdRuleOf({ goal, rungs, climbing }: Step): HoldRule {
  const { rungRatio } = climbing;
  return { cleanInRow: goal.cleanInRow, goalBpm: rungs.at(-1) ?? 0, rungRatio };
}

/**
 * Adds up attempts at one piece, in the order they were made: held is the highest tempo at which so many
 * clean passes came in a row on one day, whatever ladder there was; two failed tries in a row at a tempo
 * that was held lower it by a rung. It goes on from what was held before, where that is given.
 *
 * @example
 * heldOf([{ clean: true, passes: 3, day: '2026-11-26', bpm: 92 }], { cleanInRow: 3, goalBpm: 92, rungRatio: 1.08 }).bpm // 92
 */
export function heldOf(
  attempts: readonly Attempt[],
  asked: HoldRule,
  before: HeldTempo = NOTHING,
): HeldTempo {
  return attempts.reduce<HeldTempo>(
    (held, one) => (one.clean ? afterClean(held, one, asked) : afterStumble(held, one, asked)),
    before,
  );
}

/** Clean passes of the run that goes on, at a tempo or faster. */
export function passesAt({ run }: HeldTempo, bpm: number): number {
  const slower = run.findLastIndex((one) => one.bpm < bpm);
  return passesIn(run.slice(slower + 1));
}

function passesIn(run: readonly Attempt[]): number {
  return run.reduce((sum, { passes }) => sum + passes, 0);
}

/** The tempo that the end of a run proves: the slowest of its last so many passes; undefined where they are too few. */
function provenBpm(run: readonly Attempt[], cleanInRow: number): number | undefined {
  let passes = 0;
  let slowest = Infinity;
  for (const one of run.toReversed()) {
    passes += one.passes;
    slowest = Math.min(slowest, one.bpm);
    if (passes >= cleanInRow) return slowest;
  }
  return undefined;
}

function afterClean(held: HeldTempo, one: Attempt, { cleanInRow, goalBpm }: HoldRule): HeldTempo {
  const isSameDay = held.run.at(-1)?.day === one.day;
  const run = [...(isSameDay ? held.run : []), one];
  const next = { ...held, run, failsInRow: 0 };
  const proven = provenBpm(run, cleanInRow);
  if (proven === undefined) return next;
  const isGoal = proven >= goalBpm && !held.goalDays.includes(one.day);
  return {
    ...next,
    bpm: Math.max(held.bpm ?? 0, proven),
    eased: 0,
    below: Infinity,
    goalDays: isGoal ? [...held.goalDays, one.day] : held.goalDays,
  };
}

/** Two failed tries at what was held lower it by a rung; over it, they take nothing away. */
function afterStumble(held: HeldTempo, one: Attempt, { rungRatio }: HoldRule): HeldTempo {
  const failsInRow = held.failsInRow + 1;
  const stumbled = { ...held, run: [], failsInRow };
  if (failsInRow < assumed('failsToStepDown')) return stumbled;
  const isHeld = held.bpm !== null && one.bpm > 0 && one.bpm <= held.bpm;
  const lowered = { bpm: Math.floor(one.bpm / rungRatio), below: one.bpm };
  return { ...stumbled, failsInRow: 0, ...(isHeld ? lowered : { eased: held.eased + 1 }) };
}
