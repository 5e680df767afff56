import { listed } from '../../wording';
import type { StepAbout } from '../step-title';
import type { Part } from '../../form';
import type { StruckBar } from '../../timeline';
import { hinders } from '../drills';
import { demandOf, partName, type StepSetup } from '../layered-parts';
import { createStep, type Goal, type Step } from '../step';
import { climbMinutes } from '../step-minutes';
import { ladderFor } from '../ladder-for';
import {
  barsOfPart,
  passesOfPart,
  CROSSING_SIDE,
  crossingBars,
  crossingChanges,
  type WindowedChange,
  type Workpiece,
} from '../workpiece';
import type { Kind } from './kind';
import { stepId } from '../../step-id';

const GOAL: Goal = { cleanInRow: 5, days: 1, words: '5 clean in a row' };
/** So many crossings are named in a title. */
const CROSSINGS_SAID = 3;
/** Crossings in one step, so that its id stays short enough to be kept. */
const MOST_CROSSINGS = 16;

/** Two different parts, one after the other. */
type Pair = readonly [Part, Part];

/** A crossing with what it asks for. */
interface Crossing {
  readonly pair: Pair;
  readonly bars: readonly StruckBar[];
  /** The change from one part into the next: all else is known from the parts themselves. */
  readonly changes: readonly WindowedChange[];
  readonly goalBpm: number;
  /** It hinders, or brings something else with the new part. */
  readonly isOwn: boolean;
}

/**
 * Makes the steps of the crossings: one for each that hinders or brings something new, at most so many,
 * the hardest; all others together.
 */
export function makeJoins(making: StepSetup, most: number): readonly Step[] {
  const work = making.workAfter(making.goal);
  const crossings = joinsOf(work).map((pair) => crossingOf(work, making, pair));
  const hardness = ({ changes, goalBpm }: Crossing): number =>
    Math.max(0, ...changes.map((one) => (one.seconds * goalBpm) / Math.max(0.01, one.windowBeats)));
  const hardest = crossings
    .filter((one) => one.isOwn)
    .toSorted((a, b) => hardness(b) - hardness(a));
  const own = new Set(hardest.slice(0, most));
  const rest = crossings.filter((one) => !own.has(one));
  return [
    ...crossings.filter((one) => own.has(one)).map((one) => makeJoin(making, work, one)),
    ...inChunks(rest, MOST_CROSSINGS).map((some) => makeCrossings(making, work, some)),
  ];
}

/** Distinct pairs of different parts that follow each other. */
function joinsOf({ timeline }: Workpiece): readonly Pair[] {
  const joins = new Map<string, Pair>();
  timeline.occurrences.slice(1).forEach((next, index) => {
    const from = timeline.occurrences[index]?.part;
    if (from && from.id !== next.part.id)
      joins.set(`${from.id} ${next.part.id}`, [from, next.part]);
  });
  return [...joins.values()];
}

function meterText(bar: StruckBar | undefined): string {
  return bar ? `${bar.meter.beats}/${bar.meter.unit}` : '';
}

/** Whether the new part comes with another pattern, meter, tempo or key than the one before. */
function bringsNew(
  [from, to]: Pair,
  before: StruckBar | undefined,
  after: StruckBar | undefined,
): boolean {
  const isOtherTempo = from.goalBpm !== to.goalBpm || from.semitones !== to.semitones;
  const isOtherMeter = meterText(before) !== meterText(after);
  return isOtherTempo || isOtherMeter || before?.struck?.name !== after?.struck?.name;
}

function crossingOf(work: Workpiece, { goal }: StepSetup, pair: Pair): Crossing {
  const [from, to] = pair;
  const { before, after } = crossingBars(work, [from.id, to.id], goal);
  const bars = [...before, ...after];
  const changes = crossingChanges(work, [from.id, to.id], goal);
  const goalBpm = Math.min(from.goalBpm, to.goalBpm);
  const isHindered = changes.some((one) => hinders(one, work, goalBpm));
  return {
    pair,
    bars,
    changes,
    goalBpm,
    isOwn: isHindered || bringsNew(pair, before.at(-1), after[0]),
  };
}

function atomsOf(pairs: readonly Pair[]): readonly string[] {
  return pairs.flatMap(([from, to]) => [from.id, to.id]);
}

function needsOfPairs({ stepFor, goal }: StepSetup, pairs: readonly Pair[]): readonly string[] {
  return [...new Set(pairs.flat().flatMap(({ id }) => stepFor(id, goal) ?? []))];
}

function idOf(pairs: readonly Pair[], { goal }: StepSetup): string {
  return pairs.map(([from, to]) => stepId('join', [from.id, to.id, goal])).join('+');
}

function makeJoin(making: StepSetup, work: Workpiece, crossing: Crossing): Step {
  const { pair, bars, changes, goalBpm } = crossing;
  const { joinMinutes, joinClimbMinutes, ceilingRatio } = work.constants;
  const made = ladderFor(work, demandOf(work, { changes, bars, goalBpm }), 'by its parts');
  const { rungs, why, limit } = made;
  const fromBpm = rungs[0] ?? goalBpm;
  const climb = climbMinutes({ fromBpm, goalBpm, tauMinutes: joinClimbMinutes, ceilingRatio });
  return createStep('join', work, {
    about: { name: intoWords(work, pair), detail: 'two bars into two' },
    atoms: atomsOf([pair]),
    layer: making.goal,
    goal: GOAL,
    needs: needsOfPairs(making, [pair]),
    rungs,
    why,
    limit,
    minutes: (joinMinutes + climb) * work.pace,
  });
}

function intoWords({ parts }: Workpiece, [from, to]: Pair): string {
  return `${partName(from, parts)} into ${partName(to, parts)}`;
}

function aboutCrossings(count: number, said: string): StepAbout {
  if (count === 1) return { name: said };
  const name = count > CROSSINGS_SAID ? `The ${count} easy crossings` : `The crossings ${said}`;
  return { name, isWord: true, isMany: true };
}

/** The crossings that bring nothing new, one after the other. */
function makeCrossings(making: StepSetup, work: Workpiece, crossings: readonly Crossing[]): Step {
  const pairs = crossings.map(({ pair }) => pair);
  const bars = crossings.flatMap((one) => one.bars);
  const changes = crossings.flatMap((one) => one.changes);
  const goalBpm = Math.min(...crossings.map((one) => one.goalBpm));
  const made = ladderFor(work, demandOf(work, { changes, bars, goalBpm }), 'by its parts');
  const said = listed(pairs.map((pair) => intoWords(work, pair)));
  const step = createStep('join', work, {
    about: aboutCrossings(pairs.length, said),
    atoms: atomsOf(pairs),
    layer: making.goal,
    goal: GOAL,
    needs: needsOfPairs(making, pairs),
    rungs: made.rungs,
    limit: made.limit,
    minutes: work.constants.joinMinutes * pairs.length * work.pace,
    why: `${said}. Nothing in them is hard or new. ${made.why}`,
  });
  return { ...step, id: idOf(pairs, making) };
}

function inChunks<T>(all: readonly T[], most: number): readonly (readonly T[])[] {
  const count = Math.ceil(all.length / most);
  return Array.from({ length: count }, (_, at) => all.slice(at * most, (at + 1) * most));
}

function pairsIn(atoms: readonly string[]): readonly (readonly [string, string])[] {
  return inChunks(atoms, 2).map(([first = '', second = '']) => [first, second] as const);
}

/** Crossings from one part into another. */
export const join: Kind = {
  goal: GOAL,
  subject: 'join',
  rank: 7,
  rungUnit: 'bpm',
  scene: 'grips',
  cleanWord: 'clean',
  hasFrets: true,
  // The end of the first part as it is last played, its last pass.
  play: ({ atoms }, work, layer) =>
    pairsIn(atoms).flatMap(([first, second]) => [
      ...barsOfPart(work, first, layer).slice(-CROSSING_SIDE),
      ...(passesOfPart(work, second, layer)[0] ?? []).slice(0, CROSSING_SIDE),
    ]),
};
