import type { Layer } from '../../song';
import { demandOf, type StepSetup } from '../layered-parts';
import { createStep, type Goal, type Step } from '../step';
import { ladderFor } from '../ladder-for';
import { barsOfPart } from '../workpiece';
import type { Kind } from './kind';
import { minutesOfRuns, playWholeSong } from './whole-song';

const GOAL: Goal = { cleanInRow: 1, days: 2, words: 'once without a stop, on two days' };

/** Makes the step of the whole song in a layer, after the steps it is made of; its parts are at the goal by then. */
export function makeWhole(making: StepSetup, layer: Layer, needs: readonly string[]): Step {
  const { goal, work } = making;
  const bars = work.parts.flatMap((part) => barsOfPart(work, part.id, layer));
  const demand = demandOf(work, { changes: [], bars, goalBpm: work.goalBpm });
  const { rungs, why, limit } = ladderFor(work, demand, 'by its parts');
  return createStep('whole', work, {
    about: { name: 'Whole song', isWord: true, ...(layer !== goal && { layer }) },
    atoms: [],
    layer,
    needs: ['listen', ...needs],
    goal: GOAL,
    rungs,
    why,
    limit,
    minutes: minutesOfRuns(work, work.constants.wholeTimes),
  });
}

/** The whole song in a layer. */
export const whole: Kind = {
  goal: GOAL,
  subject: 'whole',
  rank: 8,
  rungUnit: 'bpm',
  scene: 'grips',
  cleanWord: 'clean',
  hasFrets: true,
  isWholeSong: true,
  play: playWholeSong,
};
