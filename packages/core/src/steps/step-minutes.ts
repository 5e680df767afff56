import type { Bpm } from '../units';
import type { Goal } from './step';
import type { Constants } from '../constants';

/**
 * Works out the minutes from one tempo to another: τ·ln((A − from)/(A − to)), where A lies a little
 * over the goal, so that each bpm takes longer the nearer it comes; 0 when there is nothing to climb.
 *
 * @example
 * Math.round(climbMinutes({ fromBpm: 58, goalBpm: 92, tauMinutes: 1, ceilingRatio: 1.08 }) * 1000) // 1726
 */
export function climbMinutes({
  fromBpm,
  goalBpm,
  tauMinutes,
  ceilingRatio,
}: {
  readonly fromBpm: number;
  readonly goalBpm: number;
  readonly tauMinutes: number;
  readonly ceilingRatio: number;
}): number {
  if (fromBpm >= goalBpm) return 0;
  const ceiling = ceilingRatio * goalBpm;
  return tauMinutes * Math.log((ceiling - fromBpm) / (ceiling - goalBpm));
}

/** What the minutes of a step with a ladder are made from. */
export interface ClimbedStep {
  readonly rungs: readonly Bpm[];
  readonly goal: Goal;
  /** Beats of one pass. */
  readonly passBeats: number;
  /** Minutes before the first rung: finding what is new. */
  readonly newMinutes: number;
  readonly tauMinutes: number;
}

/**
 * Gives the minutes a step with a ladder takes: finding what is new and climbing to the goal, and at
 * least what playing its passes takes. In minutes, above 0 for a step that is played at all.
 *
 * @example
 * stepMinutes({ rungs: [60], goal: { cleanInRow: 3, days: 1, words: '' }, passBeats: 60, newMinutes: 0, tauMinutes: 9 }, USUAL_CONSTANTS) // 6
 */
export function stepMinutes(step: ClimbedStep, constants: Constants): number {
  const [fromBpm = 0, goalBpm = 0] = [step.rungs[0], step.rungs.at(-1)];
  const { ceilingRatio } = constants;
  const climbing = climbMinutes({ fromBpm, goalBpm, tauMinutes: step.tauMinutes, ceilingRatio });
  return Math.max(step.newMinutes + climbing, playingMinutes(step, constants));
}

/**
 * Gives the minutes a step still takes somebody who holds it clean at a tempo: all of them before the
 * first, in proportion to the climb that is left after it.
 *
 * @example
 * minutesLeft({ minutes: 10, rungs: [58, 92] }, 92, { constants: USUAL_CONSTANTS }) // 0
 */
export function minutesLeft(
  { minutes, rungs }: { readonly minutes: number; readonly rungs: readonly Bpm[] },
  cleanBpm: number | null,
  { constants: { ceilingRatio } }: { readonly constants: Constants },
): number {
  const [first, goalBpm] = [rungs[0], rungs.at(-1)];
  if (cleanBpm === null || first === undefined || goalBpm === undefined) return minutes;
  const climb = (fromBpm: number): number =>
    climbMinutes({ fromBpm, goalBpm, tauMinutes: 1, ceilingRatio });
  const whole = climb(first);
  return whole === 0
    ? cleanBpm >= goalBpm
      ? 0
      : minutes
    : minutes * Math.min(1, climb(cleanBpm) / whole);
}

/** Playing what the goal asks for at every rung, with the passes that are not clean. */
function playingMinutes(
  { rungs, goal, passBeats }: ClimbedStep,
  { playedAgain }: Constants,
): number {
  const once = rungs.reduce((sum, bpm) => sum + passBeats / bpm, 0);
  return once * goal.cleanInRow * playedAgain;
}
