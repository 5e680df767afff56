import { soundsChord } from '../rhythm';
import type { Part } from '../sameness';
import { LAYERS, type Layer } from '../song';
import { changesOf, chordRow, stretchOf, strokesIn, type StruckBar } from '../timeline';
import { rangeWords } from './bar-ranges';
import type { Goal, Step, StepLimit } from './step';
import { difficultyOf, stepMinutes } from './step-minutes';
import { ladderFor, type Demand } from './step-words';
import { strokesPerBeat } from './strokes-per-beat';
import { barsOfPart, changesOfPart, type WindowedChange, type Workpiece } from './workpiece';

/** A part in one of the layers it is taught in. */
export interface LayeredPart {
  readonly part: Part;
  readonly layer: Layer;
  /** The barer layer that comes before; undefined for the barest. */
  readonly after: Layer | undefined;
}

function strokesKey(bars: readonly StruckBar[]): string {
  return strokesIn(stretchOf(bars))
    .flat()
    .map(({ beat, what }) => `${beat}${soundsChord(what) ? '' : 'x'}`)
    .join(' ');
}

/** What some bars ask of both hands at a tempo; the strokes only where the student's hand is known. */
export function demandOf(
  changes: readonly WindowedChange[],
  bars: readonly StruckBar[],
  goalBpm: number,
): Demand {
  const patterns = new Set(bars.flatMap(({ struck }) => struck?.pattern ?? []));
  const densest = Math.max(0, ...[...patterns].map(strokesPerBeat));
  return { changes, goalBpm, strokesPerBeat: densest };
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
  const demand = demandOf(changes, barsOfPart(work, part.id, goal), part.goalBpm);
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

/** How a part is moved from how it is written, in a few words; empty where it is not. */
function movedWords({ semitones }: Part): string {
  if (semitones === 0) return '';
  const frets = Math.abs(semitones) === 1 ? 'one fret' : `${Math.abs(semitones)} frets`;
  return `, ${frets} ${semitones > 0 ? 'higher' : 'lower'}`;
}

/** The title of a part's step in a layer. */
export function partTitle(work: Workpiece, { part, layer }: LayeredPart, goal: Layer): string {
  const timed = part.of !== undefined && part.semitones === 0 ? `, at ${part.goalBpm}` : '';
  const name = `${part.letter} ${part.name}${movedWords(part)}${timed}`;
  const title = `${name}${layer === goal ? '' : `, ${layer}`}`;
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
  /** Which of the hands' steps stand before bars with these chords, patterns and changes. */
  readonly handsFor: (music: HandsMusic) => readonly string[];
  readonly taught: readonly LayeredPart[];
}

/** What the hands do in some bars. */
export interface HandsMusic {
  readonly chords: ReadonlySet<string>;
  readonly patterns: ReadonlySet<string>;
  /** Pairs of chords, sorted and joined by a space. */
  readonly pairs: ReadonlySet<string>;
}

function pairOf({ from, to }: { readonly from: string; readonly to: string }): string {
  return [from, to].sort().join(' ');
}

/** Changes that are a hindrance in a layer: those that would hold its tempo back. */
function hinderingPairs(work: Workpiece, changes: readonly WindowedChange[]): ReadonlySet<string> {
  const { goalBpm, constants } = work;
  const hindering = changes.filter(
    (one) => constants.startShare * 60 * one.windowBeats < goalBpm * one.seconds,
  );
  return new Set(hindering.map(pairOf));
}

/**
 * The grip, change and pattern steps some bars are made of; a change whose time is ample in a barer
 * layer is not waited for there.
 */
export function needsOf(
  { work, goal, handsFor }: Making,
  bars: readonly StruckBar[],
  { layer, changes }: { readonly layer: Layer; readonly changes: readonly WindowedChange[] },
): readonly string[] {
  return handsFor({
    chords: new Set(chordRow(bars)),
    patterns: new Set(bars.flatMap(({ struck }) => struck?.name ?? [])),
    pairs: layer === goal ? new Set(changesOf(bars).map(pairOf)) : hinderingPairs(work, changes),
  });
}

/** Beats of one pass at its goal: bars in another tempo count as long as they last. */
function passBeats(bars: readonly StruckBar[], goalBpm: number): number {
  const { beats, lasts } = stretchOf(bars);
  const isSteady = bars.every(({ bend }) => bend.tempo === goalBpm && bend.tempoTo === goalBpm);
  return isSteady ? beats : (lasts * goalBpm) / 60;
}

/** The minutes of a step that climbs over some bars, so many of them new. */
export function minutesOver(
  work: Workpiece,
  bars: readonly StruckBar[],
  step: {
    readonly goal: Goal;
    readonly goalBpm: number;
    readonly rungs: Step['rungs'];
    readonly limit: StepLimit;
    readonly newBars: number;
  },
): number {
  const { constants, pace } = work;
  const difficulty = difficultyOf(step.limit, step.goalBpm, constants);
  return stepMinutes(
    {
      ...{ rungs: step.rungs, goal: step.goal },
      passBeats: passBeats(bars, step.goalBpm),
      tauMinutes: constants.barMinutes * step.newBars * difficulty * pace,
    },
    constants,
  );
}
