import { changesOf, chordRow, layStrokes, type Part, type StruckBar } from '../form';
import { soundsChord } from '../rhythm';
import { LAYERS, type Layer } from '../song';
import { rangeWords } from './bar-ranges';
import { strokesPerBeat } from './hand-steps';
import { GOALS, type Step, type StepKind, type StepLimit } from './step';
import { difficultyOf, stepMinutes } from './step-minutes';
import { ladderFor, type Demand } from './step-words';
import { barsOfPart, changesOfPart, type WindowedChange, type Workpiece } from './workpiece';

/** A part in one of the layers it is taught in. */
export interface LayeredPart {
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
export function layersTaught(work: Workpiece, part: Part, goal: Layer): readonly Layer[] {
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
export function ownBars({ parent, newBars, bars }: Part): readonly number[] | undefined {
  if (parent === undefined || newBars.length === bars.length) return undefined;
  return newBars.length > 0 ? newBars : [bars.length];
}

export function partTitle(work: Workpiece, { part, layer }: LayeredPart, goal: Layer): string {
  const title = `${part.letter} ${part.name}${layer === goal ? '' : `, ${layer}`}`;
  const own = ownBars(part);
  if (!own) return title;
  if (part.newBars.length > 0) return `${title}: ${rangeWords(own)} only`;
  const parent = work.parts.find((one) => one.id === part.parent);
  return `${title}: as ${parent?.letter ?? 'before'}, ends at bar ${part.bars.length}`;
}

/** What section, join and whole-song steps are made from. */
export interface Making {
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
export function needsOf(
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
