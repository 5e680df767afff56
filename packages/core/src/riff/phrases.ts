import { beatsToNumber } from '../units';
import { placeWithin, type RiffMeter } from './bar-place';
import type { RiffNote } from './note';

/** How a phrase stands to one before it. */
export type PhraseRelation =
  'new' | 'same' | 'same until' | 'same rhythm' | 'moved' | 'elsewhere' | 'octave';

/** A stretch of a riff that is learned as one. */
export interface Phrase {
  /** Places of its first and its last note, from 0. */
  readonly from: number;
  readonly to: number;
  readonly relation: PhraseRelation;
  /** The phrase it is compared with, by its place from 0. */
  readonly of?: number;
  /** Notes of it, from its first, that are known from there. */
  readonly known: number;
  /** How it stands to that, in few words; empty where it is new. */
  readonly words: string;
  /** What stands before and behind the name of that other phrase where both are told together; empty where it is new. */
  readonly beside: readonly [before: string, behind: string];
  /** All of it in one sentence. */
  readonly line: string;
}

/** What a riff is cut for: its breaths and the beats of a bar. */
export interface PhraseOptions extends RiffMeter {
  /** Beats at which a phrase ends because the player breathes there. */
  readonly breaths?: readonly number[];
  /** What sounds at a place of the neck, as a MIDI number. */
  readonly sounds: (note: RiffNote) => number;
}

const COST = {
  cut: 1,
  rest: 0.8,
  long: 0.5,
  barLine: 0.6,
  again: 0.5,
  short: 2,
  over: 2,
  least: 0.3,
};
/** No phrase that can be cut goes on for more bars. */
const LONGEST_BARS = 8;
/** A note is long beside its neighbours from so many times their length on. */
const LONG = 2;
/** Fewer notes alike are chance. */
const LEAST_ALIKE = 3;

/** The phrases up to a note: what they cost, and where the last of them begins. */
interface Cut {
  readonly cost: number;
  readonly from: number;
}

type Notes = readonly RiffNote[];

/** Tells whether two notes are the same place of the neck, brought to sound the same way. */
export function isSameNote(a: RiffNote | undefined, b: RiffNote | undefined): boolean {
  return a !== undefined && a.string === b?.string && a.fret === b.fret && a.how === b.how;
}

interface Compared {
  readonly relation: PhraseRelation;
  readonly words: string;
  readonly beside: Phrase['beside'];
  readonly rank: number;
  /** Notes from the first that need not be learnt again. */
  readonly known: number;
}

/**
 * Tells what some notes are beside others, in words too: "the same shape 2 frets higher"; undefined where
 * they have no more than their rhythm in common.
 *
 * @example
 * comparedNotes([], [], { meterBeats: 4, sounds: () => 0 }).words // 'the same'
 */
export function comparedNotes(
  a: Notes,
  b: Notes,
  options: PhraseOptions,
): Pick<Compared, 'relation' | 'words'> | undefined {
  const found = compared(a, b, options);
  return found && found.rank < 6 ? found : undefined;
}

/**
 * Cuts a riff into phrases, at breaths and else by least cost, and says of each how it stands to one
 * before it. No note is in two phrases or in none.
 *
 * @example
 * phrasesOf([], { meterBeats: 4, sounds: () => 0 }) // []
 */
export function phrasesOf(notes: readonly RiffNote[], options: PhraseOptions): readonly Phrase[] {
  const starts = startsOf(notes, options);
  const runs = starts.map((from, index) => ({ from, to: (starts[index + 1] ?? notes.length) - 1 }));
  return runs.map(({ from, to }, index): Phrase => {
    const own = notes.slice(from, to + 1);
    const [best] = runs
      .slice(0, index)
      .flatMap((other, of) => {
        const found = compared(own, notes.slice(other.from, other.to + 1), options);
        return found ? [{ ...found, of }] : [];
      })
      .sort((a, b) => a.rank - b.rank);
    if (!best)
      return {
        from,
        to,
        relation: 'new',
        known: 0,
        words: '',
        beside: ['', ''],
        line: `Phrase ${index + 1} is new.`,
      };
    const { relation, words, beside, of, known } = best;
    const line =
      relation === 'same'
        ? `Phrase ${index + 1} is phrase ${of + 1} again.`
        : relation === 'same until'
          ? `Phrase ${index + 1} is phrase ${of + 1}: ${words}.`
          : `Phrase ${index + 1} beside phrase ${of + 1}: ${words}.`;
    return { from, to, relation, of, known, words, beside, line };
  });
}

/**
 * Counts the notes of a riff that are to learn: what a phrase has from one before it is not, be it
 * elsewhere on the neck.
 *
 * @example
 * notesToLearn([{ from: 0, to: 3, known: 0 }, { from: 4, to: 7, known: 3 }]) // 5
 */
export function notesToLearn(phrases: readonly Pick<Phrase, 'from' | 'to' | 'known'>[]): number {
  return phrases.reduce((sum, { from, to, known }) => sum + to - from + 1 - known, 0);
}

function start(note: RiffNote | undefined): number {
  return note ? beatsToNumber(note.at) : 0;
}

function end(note: RiffNote | undefined): number {
  return note ? beatsToNumber(note.at) + beatsToNumber(note.beats) : 0;
}

/** Nobody breathes inside a hammer-on, a pull-off, a slide, or between notes that begin together. */
function isTied(notes: readonly RiffNote[], at: number): boolean {
  const [before, note] = [notes[at - 1], notes[at]];
  const isReached = note !== undefined && !['picked', 'dead', 'harmonic'].includes(note.how);
  return isReached || start(before) === start(note);
}

/** A few notes from a place on, to find music that was heard before. */
function keyAt(notes: readonly RiffNote[], at: number): string {
  const few = notes.slice(at, at + LEAST_ALIKE);
  return few.length < LEAST_ALIKE
    ? ''
    : few.map((one) => `${one.string}:${one.fret}+${one.beats}`).join(' ');
}

/** Places of notes from which music goes on as it did before. */
function repeatsIn(notes: readonly RiffNote[]): ReadonlySet<number> {
  const heard = new Set<string>();
  return new Set(
    notes.flatMap((_, at) => {
      const key = keyAt(notes, at);
      const isAgain = key !== '' && heard.has(key);
      heard.add(key);
      return isAgain ? [at] : [];
    }),
  );
}

/** Also before the first bar line: a pickup ends at one. */
function isOnBarLine(beats: number, meterBeats: number): boolean {
  return Math.abs(beats - Math.round(beats / meterBeats) * meterBeats) < 1e-9;
}

/** What it costs to cut before each note: little at a rest, after a long note, at a bar line, where music comes again. */
function cutCosts(
  notes: readonly RiffNote[],
  { meterBeats, pickup = 0 }: PhraseOptions,
): readonly number[] {
  const repeats = repeatsIn(notes);
  return notes.map((note, at) => {
    const before = notes[at - 1];
    const usual = beatsToNumber(notes[Math.max(0, at - 2)]?.beats ?? 1);
    const cost =
      COST.cut -
      (start(note) - end(before) >= 1 ? COST.rest : 0) -
      (beatsToNumber(before?.beats ?? 0) >= LONG * usual ? COST.long : 0) -
      (isOnBarLine(start(note) - pickup, meterBeats) ? COST.barLine : 0) -
      (repeats.has(at) ? COST.again : 0);
    return Math.max(COST.least, cost);
  });
}

/** Phrases of one or two bars are liked; shorter and longer ones cost. */
function lengthCost(beats: number, meterBeats: number): number {
  const bars = beats / meterBeats;
  if (bars < 1 - 1e-9) return COST.short * (1 - bars);
  return bars > 2 + 1e-9 ? COST.over * (bars - 2) : 0;
}

/** Where phrases begin, by least cost; a breath always ends one. */
function startsOf(notes: readonly RiffNote[], options: PhraseOptions): readonly number[] {
  const { breaths = [] } = options;
  const breathAt = notes.map((note, at) =>
    breaths.some((beat) => start(notes[at - 1]) < beat && start(note) >= beat),
  );
  const cuts = cutCosts(notes, options);
  const beatAt = notes.map(start);
  const whole = end(notes.at(-1));
  const best: Cut[] = [{ cost: 0, from: -1 }];
  /** Back to the last breath, which a phrase never goes over, or as far as a phrase can be long. */
  const cutAt = (to: number): Cut => {
    const cut = cuts[to] ?? 0;
    let least: Cut = { cost: Infinity, from: -1 };
    for (let from = to - 1; from >= 0; from -= 1) {
      const beats = (beatAt[to] ?? whole) - (beatAt[from] ?? 0);
      const cost = (best[from]?.cost ?? Infinity) + lengthCost(beats, options.meterBeats) + cut;
      if (cost < least.cost) least = { cost, from };
      const isTooLong = beats > LONGEST_BARS * options.meterBeats && least.cost < Infinity;
      if (breathAt[from] === true || isTooLong) break;
    }
    return least;
  };
  for (let to = 1; to <= notes.length; to += 1) {
    const isCut = to === notes.length || breathAt[to] === true || !isTied(notes, to);
    best.push(isCut ? cutAt(to) : { cost: Infinity, from: -1 });
  }
  const starts: number[] = [];
  for (let at = notes.length; at > 0; at = best[at]?.from ?? -1)
    starts.unshift(best[at]?.from ?? 0);
  return starts;
}

function isRhythmAlike(a: Notes, b: Notes): boolean {
  return (
    a.length === b.length &&
    a.every((one, index) => {
      const other = b[index];
      const [from, begun] = [start(one) - start(a[0]), start(other) - start(b[0])];
      return other !== undefined && Math.abs(from - begun) < 1e-9 && one.beats === other.beats;
    })
  );
}

/** How many notes two phrases have alike from their beginning, in rhythm and place. */
function alikeFromStart(a: Notes, b: Notes): number {
  const differs = a.findIndex((one, index) => {
    const other = b[index];
    const isTimed = Math.abs(start(one) - start(a[0]) - (start(other) - start(b[0]))) < 1e-9;
    return !isSameNote(one, other) || !isTimed;
  });
  return differs < 0 ? a.length : differs;
}

/** The one step by which every note of a phrase is away from another's; undefined where there is none. */
function constant(steps: readonly number[]): number | undefined {
  const [first] = steps;
  return steps.every((one) => one === first) ? first : undefined;
}

function frets(count: number): string {
  return `${Math.abs(count)} ${Math.abs(count) === 1 ? 'fret' : 'frets'} ${count > 0 ? 'higher' : 'lower'}`;
}

/** What a phrase is beside another of its rhythm. */
function comparedInRhythm(a: Notes, b: Notes, { sounds }: PhraseOptions): Compared {
  const all = { known: a.length };
  const pairs = a.flatMap((one, index) => {
    const other = b[index];
    return other ? [{ one, other }] : [];
  });
  const sounded = constant(pairs.map(({ one, other }) => sounds(one) - sounds(other)));
  const moved = constant(pairs.map(({ one, other }) => one.fret - other.fret));
  const strings = constant(pairs.map(({ one, other }) => one.string - other.string));
  if (sounded === 0)
    return {
      ...all,
      relation: 'elsewhere',
      words: 'the same sound elsewhere on the neck',
      beside: ['the same sound as ', ' elsewhere on the neck'],
      rank: 2,
    };
  if (sounded !== undefined && sounded % 12 === 0) {
    const octave = `an octave ${sounded > 0 ? 'higher' : 'lower'}`;
    return {
      ...all,
      relation: 'octave',
      words: `the same ${octave}`,
      beside: [`${octave} than `, ''],
      rank: 4,
    };
  }
  if (moved !== undefined && strings !== undefined && sounded !== undefined) {
    const across =
      strings === 0
        ? ''
        : `, ${Math.abs(strings)} ${Math.abs(strings) === 1 ? 'string' : 'strings'} over`;
    const where = `${moved === 0 ? 'at the same frets' : frets(moved)}${across}`;
    return {
      ...all,
      relation: 'moved',
      words: `the same shape ${where}`,
      beside: ['the shape of ', ` ${where}`],
      rank: 3,
    };
  }
  return {
    relation: 'same rhythm',
    words: 'the same rhythm with other notes',
    beside: ['the rhythm of ', ', other notes'],
    rank: 6,
    known: 0,
  };
}

function compared(a: Notes, b: Notes, options: PhraseOptions): Compared | undefined {
  const alike = alikeFromStart(a, b);
  if (alike === a.length && a.length === b.length)
    return {
      relation: 'same',
      words: 'the same',
      beside: ['', ' again'],
      rank: 1,
      known: a.length,
    };
  const inRhythm = isRhythmAlike(a, b) ? comparedInRhythm(a, b, options) : undefined;
  if (inRhythm && inRhythm.rank < 5) return inRhythm;
  if (alike >= LEAST_ALIKE) {
    const where = placeWithin({ beat: start(a[alike]), begins: start(a[0]) }, options);
    const isBeginning = alike === a.length;
    return {
      relation: 'same until',
      words: isBeginning ? 'the beginning' : `the same up to ${where}, then new`,
      beside: isBeginning ? ['the beginning of ', ''] : ['as ', ` up to ${where}, then new`],
      rank: 5,
      known: alike,
    };
  }
  return inRhythm;
}
