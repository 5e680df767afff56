import {
  barKeys,
  changesOf,
  chordRow,
  layStrokes,
  type Part,
  type PlayedBar,
  type StruckBar,
} from '../form';
import { soundsChord } from '../rhythm';
import { LAYERS, type Layer } from '../song';
import { barsAround, rangeWords } from './bar-ranges';
import { strokesPerBeat } from './hand-steps';
import { GOALS, type Step, type StepKind, type StepLimit } from './step';
import { difficultyOf, stepMinutes } from './step-minutes';
import { createStep, ladderFor, rungRatio, stepId, type Demand } from './step-words';
import { rungsTo } from './ladder';
import {
  barsOfPart,
  changesOfPart,
  passesOfPart,
  windowedChanges,
  type WindowedChange,
  type Workpiece,
} from './workpiece';

/** A part in one of the layers it is taught in. */
interface LayeredPart {
  readonly part: Part;
  readonly layer: Layer;
  /** The barer layer that comes before; undefined for the barest. */
  readonly after: Layer | undefined;
}

function strokesKey(bars: readonly StruckBar[]): string {
  return layStrokes(bars)
    .flat()
    .map(({ beat, what }) => `${beat}${soundsChord(what) ? '' : 'x'}`)
    .join(' ');
}

/** What some bars ask of both hands; the strokes only where the student's hand is known. */
export function demandOf(changes: readonly WindowedChange[], bars: readonly StruckBar[]): Demand {
  const patterns = new Set(bars.flatMap(({ struck }) => struck?.pattern ?? []));
  return { changes, strokesPerBeat: Math.max(0, ...[...patterns].map(strokesPerBeat)) };
}

/**
 * The layers a part is taught in, barest first: those whose strokes differ from the goal's, where
 * there is a change to be learnt; the pulse only where the goal could not be started at half its tempo.
 */
function layersTaught(work: Workpiece, part: Part, goal: Layer): readonly Layer[] {
  const strokes = (layer: Layer): string => strokesKey(barsOfPart(work, part.id, layer));
  const full = strokes(goal);
  const seen = new Set([full]);
  const changes = changesOfPart(work, part.id, goal);
  if (changes.length === 0) return [goal];
  const demand = demandOf(changes, barsOfPart(work, part.id, goal));
  const needsPulse = ladderFor(work, demand).needsBarerLayer;
  const barer = LAYERS.slice(0, LAYERS.indexOf(goal)).filter((layer) => {
    if (layer === 'pulse' && !needsPulse) return false;
    const key = strokes(layer);
    return !seen.has(key) && seen.add(key);
  });
  return [...barer, goal];
}

/** The bars of a part that its own step practises: all, or what the part it differs from has not. */
function ownBars({ parent, newBars, bars }: Part): readonly number[] | undefined {
  if (parent === undefined || newBars.length === bars.length) return undefined;
  return newBars.length > 0 ? newBars : [bars.length];
}

function partTitle(work: Workpiece, { part, layer }: LayeredPart, goal: Layer): string {
  const title = `${part.letter} ${part.name}${layer === goal ? '' : `, ${layer}`}`;
  const own = ownBars(part);
  if (!own) return title;
  if (part.newBars.length > 0) return `${title}: ${rangeWords(own)} only`;
  const parent = work.parts.find((one) => one.id === part.parent);
  return `${title}: as ${parent?.letter ?? 'before'}, ends at bar ${part.bars.length}`;
}

interface Making {
  readonly work: Workpiece;
  readonly goal: Layer;
  /** The grip, change and pattern steps. */
  readonly hands: readonly Step[];
  readonly taught: readonly LayeredPart[];
}

/** Changes that are a hindrance in a layer: those that would hold its tempo back. */
function hinderingChanges(work: Workpiece, changes: readonly WindowedChange[]): Set<string> {
  const { goalBpm, constants } = work;
  const hindering = changes.filter(
    (one) => constants.startShare * 60 * one.windowBeats < goalBpm * one.seconds,
  );
  return new Set(hindering.map(({ from, to }) => [from, to].sort().join(' ')));
}

/**
 * The grip, change and pattern steps some bars are made of; a change whose time is ample in a barer
 * layer is not waited for there.
 */
function needsOf(
  { work, goal, hands }: Making,
  bars: readonly StruckBar[],
  { layer, changes }: { readonly layer: Layer; readonly changes: readonly WindowedChange[] },
): readonly string[] {
  const chords = new Set(chordRow(bars));
  const names = new Set(bars.flatMap(({ struck }) => struck?.name ?? []));
  const pairs =
    layer === goal
      ? new Set(changesOf(bars).map(({ from, to }) => [from, to].sort().join(' ')))
      : hinderingChanges(work, changes);
  return hands
    .filter(({ kind, atoms }) => {
      if (kind === 'grip') return chords.has(atoms[0] ?? '');
      return kind === 'hand' ? names.has(atoms[0] ?? '') : pairs.has(atoms.join(' '));
    })
    .map((step) => step.id);
}

/** The step of a part that is nearest to a layer without being fuller. */
function stepBefore(
  { taught }: Making,
  partId: string | undefined,
  layer: Layer,
): string | undefined {
  const near = taught.findLast(
    (one) => one.part.id === partId && LAYERS.indexOf(one.layer) <= LAYERS.indexOf(layer),
  );
  return near && stepId('section', [near.part.id, near.layer]);
}

function distinctBars(bars: readonly PlayedBar[]): number {
  return new Set(bars.map((bar) => `${barKeys(bar).chords} ${barKeys(bar).durations}`)).size;
}

/** The bars of one pass through what a section step practises, and those that are new in it. */
function barsPractised(
  work: Workpiece,
  { part, layer }: LayeredPart,
): { readonly pass: readonly StruckBar[]; readonly fresh: readonly StruckBar[] } {
  const [first = []] = passesOfPart(work, part.id, layer);
  const own = ownBars(part);
  if (!own) return { pass: first, fresh: first };
  const pass = barsAround(own, first.length).flatMap(({ from, to }) => first.slice(from - 1, to));
  return { pass, fresh: first.filter((_, place) => own.includes(place + 1)) };
}

/** The changes of a section step: all of the part's, or those in and around its own bars. */
function changesPractised(
  work: Workpiece,
  { part, layer }: LayeredPart,
): readonly WindowedChange[] {
  const own = ownBars(part);
  if (!own) return changesOfPart(work, part.id, layer);
  return passesOfPart(work, part.id, layer).flatMap((pass) =>
    barsAround(own, pass.length).flatMap(({ from, to }) =>
      windowedChanges(work, pass.slice(from - 1, to)),
    ),
  );
}

/** The minutes of a step that climbs over some bars, so many of them new. */
export function minutesOver(
  work: Workpiece,
  bars: readonly StruckBar[],
  step: {
    readonly kind: StepKind;
    readonly rungs: Step['rungs'];
    readonly limit: StepLimit;
    readonly newBars: number;
  },
): number {
  const { constants, goalBpm, pace } = work;
  const difficulty = difficultyOf(step.limit, goalBpm, constants);
  return stepMinutes(
    {
      ...{ rungs: step.rungs, goal: GOALS[step.kind] },
      passBeats: bars.reduce((sum, bar) => sum + bar.beats, 0),
      tauMinutes: constants.barMinutes * step.newBars * difficulty * pace,
    },
    constants,
  );
}

function sectionStep(making: Making, one: LayeredPart): Step {
  const { work, goal } = making;
  const { part, layer, after } = one;
  const { pass, fresh } = barsPractised(work, one);
  const changes = changesPractised(work, one);
  const { rungs, why, limit } = ladderFor(work, demandOf(changes, pass));
  const own = ownBars(part);
  const kind = own ? 'difference' : 'section';
  const base = stepBefore(making, part.parent, layer);
  return createStep(kind, {
    title: partTitle(work, one, goal),
    atoms: [part.id],
    layer,
    ...(own && { bars: own }),
    ...(own && base !== undefined && { base }),
    needs: [
      ...needsOf(making, barsOfPart(work, part.id, layer), { layer, changes }),
      ...(base === undefined ? [] : [base]),
      ...(after === undefined ? [] : [stepId('section', [part.id, after])]),
    ],
    ...{ rungs, why, limit },
    minutes: minutesOver(work, pass, { kind, rungs, limit, newBars: distinctBars(fresh) }),
  });
}

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

function wholeStep({ work, goal }: Making, layer: Layer, needs: readonly Step[]): Step {
  const { rungs, why, limit } = wholeLadder(work, layer, layer === goal);
  const bars = work.playing.occurrences.flatMap((one) => one.bars);
  return createStep('whole', {
    title: layer === goal ? 'Whole song' : `Whole song, ${layer}`,
    atoms: [],
    layer,
    needs: ['listen', ...needs.map((step) => step.id)],
    ...{ rungs, why, limit },
    minutes: minutesOver(work, bars, { kind: 'whole', rungs, limit, newBars: 0 }),
  });
}

/**
 * The steps of the sections: each distinct one bare, the whole song bare, then the fuller layers,
 * the joins and the whole song in the layer that is the goal.
 */
export function sectionSteps(
  work: Workpiece,
  goal: Layer,
  hands: readonly Step[],
): readonly Step[] {
  const taught = work.parts.flatMap((part) => {
    const layers = layersTaught(work, part, goal);
    return layers.map((layer, index) => ({ part, layer, after: layers[index - 1] }));
  });
  const making = { work, goal, hands, taught };
  const stepsAt = (layer: Layer): readonly Step[] =>
    taught.filter((one) => one.layer === layer).map((one) => sectionStep(making, one));
  const bare = goal === 'bare' ? [] : stepsAt('bare');
  const isBarest = ({ after }: LayeredPart): boolean => after === undefined;
  const wholeBare = taught.filter(isBarest).map((one) => sectionStep(making, one));
  const sections = [
    ...bare,
    ...(bare.length > 0 ? [wholeStep(making, 'bare', wholeBare)] : []),
    ...LAYERS.filter((layer) => layer !== 'bare' || goal === 'bare').flatMap(stepsAt),
  ];
  const joins = joinsOf(work).map((join) => joinStep(making, join));
  const atGoal = sections.filter((step) => step.layer === goal || step.kind === 'whole');
  return [...sections, ...joins, wholeStep(making, goal, [...atGoal, ...joins])];
}
