import { pairKey } from '../change';
import { isFullBarre } from '../fretboard';
import { barKeys, figureOf, type Part } from '../form';
import { LAYERS, type Layer } from '../song';
import {
  changesOf,
  chordRow,
  isAllRiff,
  stretchOf,
  type PlayedBar,
  type StruckBar,
} from '../timeline';
import type { StepAbout } from './step-title';
import { rangeWords } from './bar-ranges';
import { hinders } from './drills';
import type { RiffToLearn } from './riff-to-learn';
import type { Goal, Step } from './step';
import { stepMinutes } from './step-minutes';
import { ladderFor } from './ladder-for';
import type { Demand } from './start-tempo';
import { strokesPerBeat } from './strokes-per-beat';
import {
  barsOfPart,
  changesOfPart,
  passesOfPart,
  type WindowedChange,
  type Workpiece,
} from './workpiece';
import { stepId } from '../step-id';

/** A part in one of the layers it is taught in. */
export interface LayeredPart {
  readonly part: Part;
  readonly layer: Layer;
  /** The step of the barer layer that comes before; undefined for the barest. */
  readonly after: string | undefined;
  /** Parts whose music in this layer is all in this one, by their ids: they need no step. */
  readonly covers: readonly string[];
}

/** What some bars ask of both hands at a tempo; the strokes only where the student's hand is known. */
export function demandOf(
  work: Workpiece,
  {
    changes,
    bars,
    goalBpm,
  }: {
    readonly changes: readonly WindowedChange[];
    readonly bars: readonly StruckBar[];
    readonly goalBpm: number;
  },
): Demand {
  const patterns = new Set(bars.flatMap(({ struck }) => struck?.pattern ?? []));
  const densest = Math.max(0, ...[...patterns].map(strokesPerBeat));
  const limits = riffsIn(work, bars).map((one) => one.worked.limit);
  return { changes, goalBpm, strokesPerBeat: densest, limits };
}

/** Which layers are wished for. */
export interface LayerWishes {
  readonly goal: Layer;
  /** Whether the pulse is taught where the goal could not be started at half its tempo. */
  readonly hasPulse: boolean;
}

/** A part as it is taught, with which steps hold it. */
export interface TaughtParts {
  readonly taught: readonly LayeredPart[];
  /** The step that holds a part in the fullest layer that is not fuller than one; undefined where none does. */
  readonly stepFor: (partId: string | undefined, layer: Layer) => string | undefined;
}

/**
 * Works out which parts are taught in which layers, barest first: a part whose bars are all in another
 * one, in that layer, needs no step of its own.
 */
export function taughtParts(
  work: Workpiece,
  wishes: LayerWishes,
  workIn: (layer: Layer) => Workpiece,
): TaughtParts {
  const { goal } = wishes;
  const layers = new Map(
    work.parts.map((part) => [part, layersTaught(workIn(goal), part, wishes)]),
  );
  const held = new Map<string, string>();
  const taught = LAYERS.slice(0, LAYERS.indexOf(goal) + 1).flatMap((layer) => {
    const parts = work.parts.filter((part) => layers.get(part)?.includes(layer));
    const holders = holdersIn(work, parts, layer);
    for (const { id } of parts)
      held.set(`${id} ${layer}`, stepId('section', [holders.get(id)?.id ?? id, layer]));
    return parts
      .filter((part) => holders.get(part.id) === part)
      .map((part) => {
        const covers = parts.filter((one) => one !== part && holders.get(one.id) === part);
        return { part, layer, covers: covers.map(({ id }) => id) };
      });
  });
  const stepFor: TaughtParts['stepFor'] = (partId, layer) =>
    LAYERS.slice(0, LAYERS.indexOf(layer) + 1)
      .toReversed()
      .flatMap((one) => held.get(`${partId ?? ''} ${one}`) ?? [])[0];
  const barer = (layer: Layer): Layer | undefined => LAYERS[LAYERS.indexOf(layer) - 1];
  return {
    stepFor,
    taught: taught.map((one) => {
      const under = barer(one.layer);
      return { ...one, after: under && stepFor(one.part.id, under) };
    }),
  };
}

/** The bars of a part that its own step practises: all, or what the part it differs from has not. */
export function ownBars({ parent, newBars, bars }: Part): readonly number[] | undefined {
  if (parent === undefined || newBars.length === bars.length) return undefined;
  return newBars.length > 0 ? newBars : [bars.length];
}

/**
 * Gives what a part is called: its section's name, and its letter only where another part has the same name.
 *
 * @example
 * partName(partsOf(readChart('[Verse]\n| G |').song).parts[0], []) // 'Verse'
 */
export function partName(part: Part, parts: readonly Part[]): string {
  const named = nameOf(part);
  const isShared = parts.some((one) => one.id !== part.id && nameOf(one) === named);
  return isShared ? `${named} (${part.letter})` : named;
}

/** What a part's step in a layer is about. */
export function aboutPart(work: Workpiece, { part, layer }: LayeredPart, goal: Layer): StepAbout {
  const about = { name: partName(part, work.parts), ...(layer !== goal && { layer }) };
  const own = ownBars(part);
  if (!own) return about;
  if (part.newBars.length > 0) return { ...about, detail: `${rangeWords(own)} only` };
  const parent = work.parts.find((one) => one.id === part.parent);
  const as = parent ? partName(parent, work.parts) : 'before';
  return { ...about, detail: `as ${as}, ends at bar ${part.bars.length}` };
}

/** What section, join and whole-song steps are made from. */
export interface StepSetup extends TaughtParts {
  readonly work: Workpiece;
  readonly goal: Layer;
  /** The workpiece as it is when a part begins in a layer, with what the steps before it guarantee. */
  readonly workFor: (part: Part, layer: Layer) => Workpiece;
  /** The workpiece as it is when every part holds its goal in a layer. */
  readonly workAfter: (layer: Layer) => Workpiece;
  /** Which of the hands' steps stand before some music. */
  readonly handsFor: (music: HandsMusic) => readonly string[];
}

/** What the hands do in some bars. */
export interface HandsMusic {
  readonly chords: ReadonlySet<string>;
  readonly patterns: ReadonlySet<string>;
  readonly riffs: ReadonlySet<string>;
  /** Pairs of chords, sorted and joined by a space. */
  readonly pairs: ReadonlySet<string>;
  readonly layer: Layer;
}

/** The grip, drill and pattern steps that stand before some bars in a layer. */
export function needsOf(
  { handsFor }: StepSetup,
  bars: readonly StruckBar[],
  layer: Layer,
): readonly string[] {
  return handsFor({
    chords: new Set(chordRow(bars)),
    patterns: new Set(bars.flatMap((bar) => (isAllRiff(bar) ? [] : (bar.struck?.name ?? [])))),
    riffs: new Set(bars.flatMap(({ riff }) => riff?.name ?? [])),
    pairs: new Set(changesOf(bars).map(pairKey)),
    layer,
  });
}

/** Distinct bars, by what is held and for how long. */
export function distinctBars(bars: readonly PlayedBar[]): readonly PlayedBar[] {
  const once = new Map(
    bars.map((bar) => [`${barKeys(bar).chords} ${barKeys(bar).durations}`, bar] as const),
  );
  return [...once.values()];
}

/** What the minutes of a section are worked out from. */
export interface ClimbedBars {
  readonly layer: Layer;
  /** The bars of one pass, and those of them that are new. */
  readonly pass: readonly StruckBar[];
  readonly fresh: readonly StruckBar[];
  readonly changes: readonly WindowedChange[];
  readonly goal: Goal;
  readonly goalBpm: number;
  readonly rungs: Step['rungs'];
}

/**
 * The minutes of a section: finding its new bars, then climbing with a τ that grows with its bars, the
 * changes that hinder and the bars with a full barre (assumptions table).
 */
export function minutesOver(work: Workpiece, climbed: ClimbedBars): number {
  const { constants, pace, grips } = work;
  const { layer, pass, fresh, changes, goal, goalBpm, rungs } = climbed;
  const isBarer = LAYERS.indexOf(layer) < LAYERS.indexOf('full');
  const bars = distinctBars(fresh);
  const barred = new Set(
    grips.filter(({ fingers }) => isFullBarre(fingers)).map(({ name }) => name),
  );
  const tiring = bars.filter(({ chords }) => chords.some(({ chord }) => barred.has(chord)));
  const hindering = new Set(
    changes.filter((one) => hinders(one, work, goalBpm)).map((one) => pairKey(one)),
  );
  const tau =
    constants.climbMinutes +
    constants.climbBarMinutes * bars.length +
    constants.climbHinderMinutes * hindering.size +
    constants.climbBarreMinutes * tiring.length;
  const aBar = isBarer ? constants.bareBarMinutes : constants.barMinutes;
  return stepMinutes(
    {
      rungs,
      goal,
      passBeats: passBeats(pass, goalBpm),
      newMinutes: aBar * bars.length * pace,
      tauMinutes: tau * pace,
    },
    constants,
  );
}

function strokesKey(bars: readonly StruckBar[]): string {
  return bars.map(figureOf).join('|');
}

/** The riffs that some bars play. */
function riffsIn(work: Workpiece, bars: readonly StruckBar[]): readonly RiffToLearn[] {
  const names = new Set(bars.flatMap(({ riff }) => riff?.name ?? []));
  return work.riffs.filter(({ name }) => names.has(name));
}

/**
 * The layers a part is taught in, barest first: those whose strokes differ from the goal's, where
 * there is a change to be learnt; the pulse only where the goal could not be started at half its tempo.
 */
function layersTaught(
  work: Workpiece,
  part: Part,
  { goal, hasPulse }: LayerWishes,
): readonly Layer[] {
  const strokes = (layer: Layer): string => strokesKey(passesOfPart(work, part.id, layer)[0] ?? []);
  const full = strokes(goal);
  const seen = new Set([full]);
  const changes = changesOfPart(work, part.id, goal);
  const hasRiff = barsOfPart(work, part.id, goal).some((bar) => bar.riff);
  if (changes.length === 0 && !hasRiff) return [goal];
  const demand = demandOf(work, {
    changes,
    bars: barsOfPart(work, part.id, goal),
    goalBpm: part.goalBpm,
  });
  const needsPulse = hasPulse && ladderFor(work, demand).needsBarerLayer;
  const barer = LAYERS.slice(0, LAYERS.indexOf(goal)).filter((layer) => {
    if (layer === 'pulse' && !needsPulse) return false;
    const key = strokes(layer);
    // A layer in which nothing is played is none.
    if (!/\d/.test(key)) return false;
    return !seen.has(key) && seen.add(key);
  });
  return [...barer, goal];
}

/** The bars of one pass of a part in a layer, each as what it is told apart by. */
function barTexts(work: Workpiece, part: Part, layer: Layer): readonly string[] {
  const [pass = []] = passesOfPart(work, part.id, layer);
  return pass.map((bar) => {
    const { chords, durations } = barKeys(bar);
    return `${part.goalBpm} ${chords} ${durations} ${figureOf(bar)}`;
  });
}

/** Whether some bars stand one after the other among others, or are those others again and again. */
function isWithin(bars: readonly string[], others: readonly string[]): boolean {
  const rounds = bars.length > others.length ? Math.ceil(bars.length / others.length) : 1;
  const all = Array<readonly string[]>(rounds).fill(others).flat();
  return all.some((_, at) => bars.every((bar, place) => all[at + place] === bar));
}

/** A part that teaches only what is new in it holds no other. */
function isTaughtWhole(part: Part): boolean {
  return ownBars(part) === undefined;
}

/**
 * Which part's step holds each part in a layer: its own, or that of one heard before which has all its bars, or has them
 * round and round.
 */
function holdersIn(
  work: Workpiece,
  parts: readonly Part[],
  layer: Layer,
): ReadonlyMap<string, Part> {
  const texts = new Map(parts.map((part) => [part, barTexts(work, part, layer)]));
  const own: Part[] = [];
  const holders = new Map<string, Part>();
  for (const part of parts) {
    const holder = own.find(
      (one) => isTaughtWhole(one) && isWithin(texts.get(part) ?? [], texts.get(one) ?? []),
    );
    if (!holder) own.push(part);
    holders.set(part.id, holder ?? part);
  }
  return holders;
}

/** How a part is moved from how it is written, in a few words; empty where it is not. */
function movedWords({ semitones }: Part): string {
  if (semitones === 0) return '';
  const frets = Math.abs(semitones) === 1 ? 'one fret' : `${Math.abs(semitones)} frets`;
  return `, ${frets} ${semitones > 0 ? 'higher' : 'lower'}`;
}

function nameOf(part: Part): string {
  const timed = part.of !== undefined && part.semitones === 0 ? `, at ${part.goalBpm}` : '';
  return `${part.name}${movedWords(part)}${timed}`;
}

/** Beats of one pass at its goal: bars in another tempo count as long as they last. */
function passBeats(bars: readonly StruckBar[], goalBpm: number): number {
  const { beats, lasts } = stretchOf(bars);
  const isSteady = bars.every(({ bend }) => bend.tempo === goalBpm && bend.tempoTo === goalBpm);
  return isSteady ? beats : (lasts * goalBpm) / 60;
}
