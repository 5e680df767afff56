import type { Part } from '../../sameness';
import { stretchOf, type StruckBar } from '../../timeline';
import { demandOf, minutesOver, needsOf, type Making } from '../layered-parts';
import { createStep, stepId, type Goal, type Step } from '../step';
import { ladderFor } from '../step-words';
import {
  barsOfPart,
  passesOfPart,
  windowedChanges,
  type WindowedChange,
  type Workpiece,
} from '../workpiece';
import type { Kind } from './kind';

const GOAL: Goal = { cleanInRow: 5, days: 1, words: '5 clean in a row' };
/** Bars on either side of a crossing. */
const SIDE = 2;

/** Distinct pairs of different parts that follow each other. */
function joinsOf({ timeline }: Workpiece): readonly (readonly [Part, Part])[] {
  const joins = new Map<string, readonly [Part, Part]>();
  timeline.occurrences.slice(1).forEach((next, index) => {
    const from = timeline.occurrences[index]?.part;
    if (from && from.id !== next.part.id)
      joins.set(`${from.id} ${next.part.id}`, [from, next.part]);
  });
  return [...joins.values()];
}

/** The change from one part into the next: all else in a join is known from the parts themselves. */
function crossing(
  work: Workpiece,
  before: readonly StruckBar[],
  after: readonly StruckBar[],
): readonly WindowedChange[] {
  const { beats } = stretchOf(before);
  return windowedChanges(work, [...before, ...after]).filter((one) => one.atBeat === beats);
}

function makeJoin(making: Making, [from, to]: readonly [Part, Part]): Step {
  const { work, goal } = making;
  const before = barsOfPart(work, from.id, goal).slice(-SIDE);
  const after = barsOfPart(work, to.id, goal).slice(0, SIDE);
  const bars = [...before, ...after];
  const changes = crossing(work, before, after);
  const goalBpm = Math.min(from.goalBpm, to.goalBpm);
  const { rungs, why, limit } = ladderFor(work, demandOf(changes, bars, goalBpm));
  const newBars = bars.length * work.constants.joinShare;
  return createStep('join', {
    title: `Join ${from.letter} → ${to.letter}: two bars into two`,
    ...{ atoms: [from.id, to.id], layer: goal, goal: GOAL },
    needs: [
      stepId('section', [from.id, goal]),
      stepId('section', [to.id, goal]),
      ...needsOf(making, bars, { layer: goal, changes }),
    ],
    ...{ rungs, why, limit },
    minutes: minutesOver(work, bars, { goal: GOAL, goalBpm, rungs, limit, newBars }),
  });
}

/** Makes a step for each pair of different parts that follow each other: the end of one into the start of the next. */
export function makeJoins(making: Making): readonly Step[] {
  return joinsOf(making.work).map((join) => makeJoin(making, join));
}

/** A crossing from one part into another. */
export const join: Kind = {
  goal: GOAL,
  ...{ matter: 'join', rank: 7, rungUnit: 'bpm', scene: 'grips', cleanWord: 'clean' },
  hasFrets: true,
  // The end of the first part as it is last played, its last pass.
  play: ({ atoms: [first = '', second = ''] }, work, layer) => [
    ...barsOfPart(work, first, layer).slice(-SIDE),
    ...(passesOfPart(work, second, layer)[0] ?? []).slice(0, SIDE),
  ],
};
