import { barsInLayer, type BarStrokes, type Occurrence, type StruckBar } from '../form';
import type { Layer } from '../song';
import { beatsToNumber } from '../units';
import { barsAround } from './bar-ranges';
import { HAND_BARS } from './hand-steps';
import type { Step, StepKind } from './step';
import { passesOfPart, type Workpiece } from './workpiece';

/** One bar of a pass: what to play, and how many beats it lasts. */
export interface PassBar {
  readonly label: string;
  /** What the hand plays; without it, each chord is struck once. */
  readonly struck?: BarStrokes;
  readonly chords: StruckBar['chords'];
  readonly beats: number;
}

/** Once through a step: its bars, and the beats of the count-in before it. */
export interface Pass {
  readonly bars: readonly PassBar[];
  readonly countInBeats: number;
}

const DRILL_BARS = 4;
const DRILL_BEATS = 4;

function toPassBars(bars: readonly StruckBar[]): readonly PassBar[] {
  return bars.map(({ number, chords, beats, struck }) => ({
    ...{ label: String(number), chords, beats },
    ...(struck && { struck }),
  }));
}

function playedBars(work: Workpiece, one: Occurrence, layer: Layer): readonly PassBar[] {
  return toPassBars(barsInLayer(one, layer, work.patterns));
}

/** A change drill: the two grips in turn, one strum each. */
function drillBars([a = '-', b = '-']: readonly string[]): readonly PassBar[] {
  const chords = [1, 2, 3, 4].map((beat) => ({ chord: beat % 2 === 1 ? a : b, beat, beats: 1 }));
  return Array.from({ length: DRILL_BARS }, (_, index) => ({
    label: String(index + 1),
    chords,
    beats: DRILL_BEATS,
  }));
}

/** A bar for each grip. */
function gripBars(chords: readonly string[], beats: number): readonly PassBar[] {
  return chords.map((chord, index) => ({
    ...{ label: String(index + 1), beats },
    chords: [{ chord, beat: 1, beats }],
  }));
}

/** One pass is enough to learn a repeated section. */
function partBars(work: Workpiece, partId: string, layer: Layer): readonly PassBar[] {
  return toPassBars(passesOfPart(work, partId, layer)[0] ?? []);
}

/** Only some bars of a part, each stretch with a bar before and after it. */
function someBars(bars: readonly PassBar[], own: readonly number[]): readonly PassBar[] {
  return barsAround(own, bars.length).flatMap(({ from, to }) => bars.slice(from - 1, to));
}

/** The hand alone: a few bars of its pattern on strings that are muted. */
function handBars(work: Workpiece, name: string): readonly PassBar[] {
  const pattern = work.patterns.named[name];
  if (!pattern) return [];
  const { beats } = pattern.meter;
  return Array.from({ length: HAND_BARS }, (_, index) => ({
    label: String(index + 1),
    struck: { pattern, name, bar: index % pattern.bars },
    chords: [{ chord: '-', beat: 1, beats }],
    beats,
  }));
}

function joinBars(step: Played, work: Workpiece, layer: Layer): readonly PassBar[] {
  const [first = '', second = ''] = step.atoms;
  return [...lastBars(work, first, layer).slice(-2), ...partBars(work, second, layer).slice(0, 2)];
}

function wholeBars(work: Workpiece, layer: Layer): readonly PassBar[] {
  return work.playing.occurrences.flatMap((one) => playedBars(work, one, layer));
}

/** A half of a section is its bars alone; a difference has a bar on either side, to get in and out. */
function sectionBars(
  { kind, atoms, bars: own }: Played,
  work: Workpiece,
  layer: Layer,
): readonly PassBar[] {
  return atoms.flatMap((partId) => {
    const bars = partBars(work, partId, layer);
    if (!own) return bars;
    return kind === 'difference'
      ? someBars(bars, own)
      : bars.filter((_, place) => own.includes(place + 1));
  });
}

type Player = (step: Played, work: Workpiece, layer: Layer) => readonly PassBar[];

/** How a pass of each kind of step is played; those that are not there have no bars. */
const PLAYERS: Readonly<Partial<Record<StepKind, Player>>> = {
  listen: (_, work) => wholeBars(work, 'full'),
  grip: ({ atoms }, work) => gripBars(atoms, work.meterBeats),
  change: ({ atoms }) => drillBars(atoms),
  hand: ({ atoms: [name = ''] }, work) => handBars(work, name),
  half: sectionBars,
  section: sectionBars,
  difference: sectionBars,
  join: joinBars,
  whole: (_, work, layer) => wholeBars(work, layer),
  recording: (_, work, layer) => wholeBars(work, layer),
  sing: (_, work, layer) => wholeBars(work, layer),
  perform: (_, work, layer) => wholeBars(work, layer),
};

function barsOf(step: Played, work: Workpiece): readonly PassBar[] {
  return PLAYERS[step.kind]?.(step, work, step.layer ?? 'full') ?? [];
}

/** The end of a part as it is last played, its last pass. */
function lastBars(work: Workpiece, partId: string, layer: Layer): readonly PassBar[] {
  return work.playing.occurrences
    .filter((one) => one.part.id === partId)
    .flatMap((one) => playedBars(work, one, layer));
}

/** What a pass needs to know of its step. */
type Played = Pick<Step, 'kind' | 'atoms' | 'layer' | 'bars'>;

/**
 * Gives what is played once through a step, with one bar of count-in; no bars when the song no
 * longer has what the step practises.
 *
 * @example
 * passOf({ kind: 'whole', atoms: [] }, workpieceOf(readChart('[A]\n| Em | Em |').song)).bars.length // 2
 */
export function passOf(step: Played, work: Workpiece): Pass {
  const countInBeats = step.kind === 'change' ? DRILL_BEATS : work.meterBeats;
  return { bars: barsOf(step, work), countInBeats };
}

/** Where a pass is at some beat: the bar, the chord in it, and what comes next and when. */
export interface PassPlace {
  /** Index of the bar, from 0. */
  readonly bar: number;
  /** Whole beat within the bar, from 0. */
  readonly beat: number;
  readonly now: string;
  readonly next: string;
  /** Beats until the next chord that differs; null when none comes. */
  readonly beatsToNext: number | null;
  /** Passes gone through before this one. */
  readonly passesDone: number;
}

interface Sounding {
  readonly chord: string;
  readonly from: number;
}

function soundingOf(pass: Pass): readonly Sounding[] {
  let start = 0;
  return pass.bars.flatMap((bar) => {
    const from = start;
    start += bar.beats;
    return bar.chords.map(({ chord, beat }) => ({ chord, from: from + beatsToNumber(beat) - 1 }));
  });
}

/**
 * Gives the length of a pass in beats.
 *
 * @example
 * passBeats({ bars: [], countInBeats: 4 }) // 0
 */
export function passBeats(pass: Pass): number {
  return pass.bars.reduce((sum, bar) => sum + bar.beats, 0);
}

/**
 * Finds where a looping pass is after so many beats (from 0, with parts of a beat); undefined for
 * an empty pass or before its first beat.
 *
 * @example
 * placeInPass({ bars: [{ label: '1', chords: [{ chord: 'G', beat: 1, beats: 4 }], beats: 4 }], countInBeats: 4 }, 5.5).beat // 1
 */
export function placeInPass(pass: Pass, beats: number): PassPlace | undefined {
  const total = passBeats(pass);
  if (total === 0 || beats < 0) return undefined;
  const within = beats % total;
  const passesDone = Math.floor(beats / total);
  const { bar, start } = barAt(pass, within);
  const sounding = soundingOf(pass);
  const nowIndex = Math.max(
    0,
    sounding.findLastIndex((one) => one.from <= within),
  );
  const now = sounding[nowIndex]?.chord ?? '-';
  const coming = [
    ...sounding.slice(nowIndex + 1),
    ...sounding.map((one) => ({ ...one, from: one.from + total })),
  ];
  const next = coming.find((one) => one.chord !== now);
  return {
    ...{ bar, beat: Math.floor(within - start), now, next: next?.chord ?? now, passesDone },
    beatsToNext: next ? Math.ceil(next.from - within) : null,
  };
}

function barAt(pass: Pass, within: number): { readonly bar: number; readonly start: number } {
  let start = 0;
  for (const [bar, { beats }] of pass.bars.entries()) {
    if (within < start + beats) return { bar, start };
    start += beats;
  }
  return { bar: Math.max(0, pass.bars.length - 1), start };
}
