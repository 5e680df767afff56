import {
  barsOfPart,
  changesOfPart,
  windowedChanges,
  type WindowedChange,
  type Workpiece,
} from './workpiece';
import type { Part, StruckBar } from '../form';
import type { Layer } from '../song';
import { rungsTo } from './ladder';
import { demandOf, minutesOver, needsOf, type Making } from './layered-parts';
import type { Step } from './step';
import { createStep, ladderFor, rungRatio, stepId } from './step-words';

/** Distinct pairs of different parts that follow each other. */
function joinsOf(work: Workpiece): readonly (readonly [Part, Part])[] {
  const joins = new Map<string, readonly [Part, Part]>();
  work.playing.occurrences.slice(1).forEach((next, index) => {
    const from = work.playing.occurrences[index]?.part;
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
  const atBeat = before.reduce((sum, bar) => sum + bar.beats, 0);
  return windowedChanges(work, [...before, ...after]).filter((one) => one.atBeat === atBeat);
}

function joinStep(making: Making, [from, to]: readonly [Part, Part]): Step {
  const { work, goal } = making;
  const before = barsOfPart(work, from.id, goal).slice(-2);
  const after = barsOfPart(work, to.id, goal).slice(0, 2);
  const bars = [...before, ...after];
  const changes = crossing(work, before, after);
  const { rungs, why, limit } = ladderFor(work, demandOf(changes, bars));
  const newBars = bars.length * work.constants.joinShare;
  return createStep('join', {
    title: `Join ${from.letter} → ${to.letter}: two bars into two`,
    atoms: [from.id, to.id],
    layer: goal,
    needs: [
      stepId('section', [from.id, goal]),
      stepId('section', [to.id, goal]),
      ...needsOf(making, bars, { layer: goal, changes }),
    ],
    ...{ rungs, why, limit },
    minutes: minutesOver(work, bars, { kind: 'join', rungs, limit, newBars }),
  });
}

/** A step for each pair of different parts that follow each other: the end of one into the start of the next. */
export function joinSteps(making: Making): readonly Step[] {
  return joinsOf(making.work).map((join) => joinStep(making, join));
}

/** Its parts are at the goal before it begins, so it starts a little under it; slower, if even that is over the limit of a barer layer. */
function wholeLadder(work: Workpiece, layer: Layer, isGoal: boolean): ReturnType<typeof ladderFor> {
  const changes = work.parts.flatMap((part) => changesOfPart(work, part.id, layer));
  const bars = work.parts.flatMap((part) => barsOfPart(work, part.id, layer));
  const made = ladderFor(work, demandOf(changes, bars));
  const { goalBpm, constants } = work;
  const [start = goalBpm] = made.rungs;
  if (!isGoal || start >= goalBpm) return made;
  const from = Math.max(start, Math.ceil(constants.wholeStartShare * goalBpm));
  const why = `Its sections and joins are at ${goalBpm} bpm by then; from ${from} no crossing surprises.`;
  return { ...made, rungs: rungsTo(goalBpm, from, rungRatio(work)), why };
}

/** The whole song in a layer, after the steps it is made of. */
export function wholeStep({ work, goal }: Making, layer: Layer, needs: readonly string[]): Step {
  const { rungs, why, limit } = wholeLadder(work, layer, layer === goal);
  const bars = work.playing.occurrences.flatMap((one) => one.bars);
  return createStep('whole', {
    title: layer === goal ? 'Whole song' : `Whole song, ${layer}`,
    atoms: [],
    layer,
    needs: ['listen', ...needs],
    ...{ rungs, why, limit },
    minutes: minutesOver(work, bars, { kind: 'whole', rungs, limit, newBars: 0 }),
  });
}
