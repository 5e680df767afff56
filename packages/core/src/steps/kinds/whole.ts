import type { Layer } from '../../song';
import { rungsTo } from '../ladder';
import { demandOf, minutesOver, type Making } from '../layered-parts';
import { createStep, type Goal, type Step } from '../step';
import { ladderFor, rungRatio } from '../step-words';
import { barsOfPart, changesOfPart, type Workpiece } from '../workpiece';
import type { Kind } from './kind';
import { playWholeSong } from './whole-song';

const GOAL: Goal = { cleanInRow: 1, days: 2, words: 'once without a stop, on two days' };

/** Its parts are at the goal before it begins, so it starts a little under it; slower, if even that is over the limit of a barer layer. */
function wholeLadder(work: Workpiece, layer: Layer, isGoal: boolean): ReturnType<typeof ladderFor> {
  const { goalBpm, constants } = work;
  const changes = work.parts.flatMap((part) => changesOfPart(work, part.id, layer));
  const bars = work.parts.flatMap((part) => barsOfPart(work, part.id, layer));
  const made = ladderFor(work, demandOf(changes, bars, goalBpm));
  const [start = goalBpm] = made.rungs;
  if (!isGoal || start >= goalBpm) return made;
  const from = Math.max(start, Math.ceil(constants.wholeStartShare * goalBpm));
  const why = `Its sections and joins are at ${goalBpm} bpm by then; from ${from} no crossing surprises.`;
  return { ...made, rungs: rungsTo(goalBpm, from, rungRatio(work)), why };
}

/** Makes the step of the whole song in a layer, after the steps it is made of. */
export function makeWhole({ work, goal }: Making, layer: Layer, needs: readonly string[]): Step {
  const { rungs, why, limit } = wholeLadder(work, layer, layer === goal);
  const bars = work.timeline.occurrences.flatMap((one) => one.bars);
  const climbed = { goal: GOAL, goalBpm: work.goalBpm, rungs, limit, newBars: 0 };
  return createStep('whole', {
    title: layer === goal ? 'Whole song' : `Whole song, ${layer}`,
    ...{ atoms: [], layer, needs: ['listen', ...needs], goal: GOAL, rungs, why, limit },
    minutes: minutesOver(work, bars, climbed),
  });
}

/** The whole song in a layer. */
export const whole: Kind = {
  goal: GOAL,
  ...{ matter: 'whole', rank: 8, rungUnit: 'bpm', scene: 'grips', cleanWord: 'clean' },
  ...{ hasFrets: true, isWholeSong: true },
  play: playWholeSong,
};
