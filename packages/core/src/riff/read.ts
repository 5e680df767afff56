import { addBeats, beatsToNumber, shareBeats, type Beats } from '../units';
import { readOne, type ReadNote } from './token';
import type { Riff, RiffFault, RiffNote } from './note';

/** What a riff is read for: the beats of a full bar, and the strings there are. */
export interface RiffFrame {
  readonly meterBeats: number;
  readonly strings: number;
  /** Beats of its first bar, where it is a pickup. */
  readonly pickup?: number;
}

/**
 * Gives what a riff that is written in a song is read for.
 *
 * @example
 * riffFrameOf({ meter: { beats: 3 } }, 6) // { meterBeats: 3, strings: 6 }
 */
export function riffFrameOf(
  { meter, pickup }: { readonly meter: { readonly beats: number }; readonly pickup?: number },
  strings: number,
): RiffFrame {
  return { meterBeats: meter.beats, strings, ...(pickup !== undefined && { pickup }) };
}

/** A riff with what was wrong in it. */
export interface RiffReading extends Riff {
  readonly faults: readonly RiffFault[];
}

/** A token of the body with the column it stands in, from 1. */
interface Token {
  readonly text: string;
  readonly column: number;
}

/** A length of time in a bar: one token, or those in braces, which share it. */
type Slot = readonly Token[];

interface Bar {
  readonly slots: readonly Slot[];
  readonly column: number;
}

/** A riff of more bars is two riffs. */
export const MOST_BARS = 64;
const MOST_SLOTS = 64;
const TOKEN = /\{[^{}|]*\}|\([^()|]*\)|[^\s{}]+/g;
const STRING_ONLY = /^(\d):$/;
const NO_TIME = /^(,|\d:)$/;

/** "2h4p2" is three notes, each in its own time. */
const JOINED = /^(?:\d:)?\d{1,2}(?:[hp/\\]\d{1,2})+$/;

/** Reads bar after bar: the string in force, what sounds, what was wrong. */
class RiffReader {
  readonly notes: RiffNote[] = [];
  readonly faults: RiffFault[] = [];
  readonly breaths: Beats[] = [];
  private string: number | undefined;
  private at: Beats = 0;
  /** Beats of the bar that is read. */
  private barBeats = 0;
  /** Where the notes of the last slot begin: a dot holds all of them. */
  private sounding = 0;
  private isSilent = true;

  constructor(private readonly frame: RiffFrame) {}

  readBar(bar: Bar, before: Bar | undefined): void {
    const start = this.at;
    this.barBeats = before ? this.frame.meterBeats : (this.frame.pickup ?? this.frame.meterBeats);
    const { slots } = bar;
    const timed = slots.filter(takesTime);
    if (timed.length > MOST_SLOTS) {
      const message = `This bar has more than ${MOST_SLOTS} places in it. Put a bar line between.`;
      this.faults.push(fault(bar.column, message));
    } else if (timed.length === 0) {
      this.faults.push(
        fault(
          bar.column,
          'This bar is empty. Write notes, - for silence, or % for the bar before.',
        ),
      );
    } else if (timed.length === 1 && timed[0]?.[0]?.text === '%') {
      if (before) this.repeatBar(bar.column, start);
      else this.faults.push(fault(bar.column, 'There is no bar before this one to repeat.'));
    } else {
      const each = shareBeats(this.barBeats, timed.length);
      for (const slot of slots) this.readSlot(slot, each);
    }
    this.at = addBeats(start, this.barBeats);
  }

  private readSlot(slot: Slot, length: Beats): void {
    const parts = slot.filter((token) => !NO_TIME.test(token.text)).length;
    const each = parts === 0 ? 0 : shareBeats(length, parts);
    for (const token of slot) {
      if (!NO_TIME.test(token.text)) this.readToken(token, each);
      else if (token.text === ',') this.breaths.push(this.at);
      else this.sayString(token);
    }
  }

  private sayString({ text, column }: Token): void {
    const string = Number(STRING_ONLY.exec(text)?.[1]);
    if (string >= 1 && string <= this.frame.strings) this.string = string;
    else
      this.faults.push(
        fault(column, `There is no string ${string}; there are ${this.frame.strings}.`),
      );
  }

  private readToken({ text, column }: Token, length: Beats): void {
    if (text === '.') this.hold(length, column);
    else if (text === '-') this.isSilent = true;
    else this.strike(text, column, length);
    this.at = addBeats(this.at, length);
  }

  private hold(length: Beats, column: number): void {
    if (this.isSilent) {
      this.faults.push(fault(column, 'There is no note before this dot to be held.'));
      return;
    }
    for (let index = this.sounding; index < this.notes.length; index += 1) {
      const note = this.notes[index];
      if (note) this.notes[index] = { ...note, beats: addBeats(note.beats, length) };
    }
  }

  private strike(text: string, column: number, beats: Beats): void {
    const isOptional = text.startsWith('(') && text.endsWith(')');
    const words = (isOptional ? text.slice(1, -1) : text).split('+');
    const struck = words.flatMap((word) =>
      this.readWord(word, { column, isAlone: words.length === 1 }),
    );
    if (struck.length < words.length) return;
    const strings = struck.map((one) => one.string);
    if (new Set(strings).size < strings.length) {
      this.faults.push(fault(column, `"${text}" has two notes on one string at once.`));
      return;
    }
    this.sounding = this.notes.length;
    this.isSilent = false;
    for (const one of struck) {
      this.notes.push({
        at: this.at,
        beats,
        ...one,
        ...(isOptional && { optional: true as const }),
      });
    }
  }

  private readWord(
    word: string,
    { column, isAlone }: { readonly column: number; readonly isAlone: boolean },
  ): readonly (ReadNote & { readonly string: number })[] {
    const letter = /^([A-Ga-g][#b]?):/.exec(word)?.[1];
    const read =
      letter === undefined
        ? readOne(word)
        : `"${letter}:" is no string. Say strings by number, 1 is the thinnest: 1: 2 4.`;
    if (typeof read === 'string') {
      this.faults.push(fault(column, read));
      return [];
    }
    const { string: own, ...note } = read;
    const string = own ?? this.string;
    if (string === undefined || string > this.frame.strings) {
      const which = string === undefined ? 'No string is said yet' : `There is no string ${string}`;
      this.faults.push(
        fault(column, `${which}. Say it once with a colon, as 3: before its frets.`),
      );
      return [];
    }
    if (isAlone && own !== undefined) this.string = own;
    return [{ ...note, string }];
  }

  /** All that was played in the bar before, a bar later. */
  private repeatBar(column: number, start: Beats): void {
    const bar = this.frame.meterBeats;
    const from = beatsToNumber(start) - bar;
    const played = this.notes.filter((note) => beatsToNumber(note.at) >= from - 1e-9);
    if (played.length === 0) this.faults.push(fault(column, 'The bar before this one is silent.'));
    this.sounding = this.notes.length;
    for (const note of played) this.notes.push({ ...note, at: addBeats(note.at, bar) });
    this.isSilent = played.length === 0;
  }
}

/**
 * Reads the body of a riff: bars between lines, tokens that share a bar evenly, a string said once and
 * held until another is. What cannot be read is told with its column and left out.
 *
 * @example
 * readRiff('4: 0 . 3: 2 2: 3', { meterBeats: 4, strings: 6 }).notes.map((one) => `${one.string}:${one.fret}`) // ['4:0', '3:2', '2:3']
 */
export function readRiff(body: string, frame: RiffFrame): RiffReading {
  const all = barsOf(body);
  const bars = all.slice(0, MOST_BARS);
  const reader = new RiffReader(frame);
  bars.forEach((bar, index) => {
    reader.readBar(bar, bars[index - 1]);
  });
  const { notes, faults, breaths } = reader;
  const beyond = all[MOST_BARS];
  if (beyond)
    faults.push(fault(beyond.column, `A riff has ${MOST_BARS} bars at most. Make two of it.`));
  return { notes, faults, breaths, bars: bars.length };
}

function fault(column: number, message: string): RiffFault {
  return { code: 'riff-count', column, message };
}

function tokensIn(text: string, column: number): readonly Token[] {
  return [...text.matchAll(/\S+/g)].map((found) => ({
    text: found[0],
    column: column + found.index,
  }));
}

/** A string that is said with a note is said on its own: "4:2" is "4: 2"; inside a chord it is that note's. */
function apart(token: Token): readonly Token[] {
  if (JOINED.test(token.text)) return joinedApart(token);
  const [, string, rest] = /^(\d:)([^+]+)$/.exec(token.text) ?? [];
  if (string === undefined || rest === undefined) return [token];
  return [
    { text: string, column: token.column },
    { text: rest, column: token.column + string.length },
  ];
}

function joinedApart({ text, column }: Token): readonly Token[] {
  return [...text.matchAll(/\d:|[hp/\\]?\d{1,2}/g)].map((found) => ({
    text: found[0],
    column: column + found.index,
  }));
}

/** The bars of a body, each with its slots; a brace holds what shares one slot. */
function barsOf(body: string): readonly Bar[] {
  const bars: Bar[] = [];
  let column = 1;
  const pieces = body.split('|');
  pieces.forEach((piece, index) => {
    const isEdge = index === 0 || index === pieces.length - 1;
    if (!(isEdge && piece.trim() === '' && pieces.length > 1)) {
      const slots = [...piece.matchAll(TOKEN)].flatMap((found): readonly Slot[] => {
        const at = column + found.index;
        if (found[0].startsWith('{'))
          return [tokensIn(found[0].slice(1, -1), at + 1).flatMap(apart)];
        // "(6: 3)" is one note, however it is spaced.
        const text = found[0].startsWith('(') ? found[0].replaceAll(/\s+/g, '') : found[0];
        return apart({ text, column: at }).map((one) => [one]);
      });
      bars.push({ slots, column });
    }
    column += piece.length + 1;
  });
  return bars;
}

function takesTime(slot: Slot): boolean {
  return slot.some((token) => !NO_TIME.test(token.text));
}
