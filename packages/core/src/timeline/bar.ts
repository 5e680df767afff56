import type { Feel, Meter, Pattern } from '../rhythm';
import type { RiffNote } from '../riff';
import type { BarChord, BarId, Layer } from '../song';
import type { Seconds } from '../units';
import type { BentTempo } from './tempo';

/** A bar of a riff laid over a bar of the song. */
export interface LaidRiff {
  readonly name: string;
  /** Which bar of it, from 0; -1 is its pickup, at the end of the bar before. */
  readonly bar: number;
  readonly semitones: number;
  /** The barest layer it sounds in. */
  readonly layer: Layer;
  /** Beats of it that are over where the bar begins, where it is set on a beat; under 0 it begins so far into the bar. */
  readonly into?: number;
  /** The guitar part that plays it beside the chords. */
  readonly part?: string;
}

/** A bar as it is played: its chords, its length, its tempo and where it starts. */
export interface PlayedBar {
  readonly id: BarId;
  /** Its number in the section, from 1, counted on through all passes. */
  readonly number: number;
  /** Its number in its own pass, from 1. */
  readonly inPass: number;
  /** It begins a line of its section. */
  readonly line?: true;
  readonly meter: Meter;
  readonly feel: Feel;
  /** The chords by the names they have here; one held over from the bar before has its name and `held`. */
  readonly chords: readonly BarChord[];
  /** The same with its optional chords, where it has any. */
  readonly ornamented?: readonly BarChord[];
  /** The riffs that are laid over it. */
  readonly riffs?: readonly LaidRiff[];
  /** Whole beats of its meter's unit. */
  readonly beats: number;
  readonly bend: BentTempo;
  /** Beats from where its tempo begins to bend; 0 where it does not. */
  readonly intoBend: number;
  /** How many beats of its section one of its own is, where its meter counts in another unit. */
  readonly sectionBeats?: number;
  readonly startsAt: Seconds;
}

/** What the hand plays in one bar: a pattern, the name it has in the song, and which of its bars. */
export interface BarStrokes {
  readonly pattern: Pattern;
  /** Undefined for a pattern made by itself. */
  readonly name?: string;
  /** From 0. */
  readonly bar: number;
}

/** The notes of a riff in one bar, in place of strokes. */
export interface BarRiff {
  readonly name: string;
  /** Which bar of it, from 0; -1 is its pickup. */
  readonly bar: number;
  /** The beat of the bar it begins at, from 0: strokes before it go on. */
  readonly from: number;
  /** The beat of the bar it ends at: strokes from there go on. */
  readonly until: number;
  /** Each note with its place from the start of the bar. */
  readonly notes: readonly RiffNote[];
}

/**
 * Tells whether a riff takes all of a bar, so that no chord of it is held.
 *
 * @example
 * isAllRiff({ beats: 4, riff: { name: 'a', bar: 0, from: 0, until: 4, notes: [] } }) // true
 */
export function isAllRiff({ beats, riff }: Pick<StruckBar, 'beats' | 'riff'>): boolean {
  return riff?.from === 0 && riff.until >= beats;
}

/** A bar as it is played in one layer; without strokes, each chord is struck once. */
export interface StruckBar extends PlayedBar {
  readonly struck?: BarStrokes;
  readonly riff?: BarRiff;
  /** What another guitar plays beside it. */
  readonly beside?: BarRiff;
}
