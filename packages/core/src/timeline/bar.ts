import type { Feel, Meter, Pattern } from '../rhythm';
import type { BarChord, BarId } from '../song';
import type { Seconds } from '../units';
import type { BentTempo } from './tempo';

/** A bar as it is played: its chords, its length, its tempo and where it starts. */
export interface PlayedBar {
  readonly id: BarId;
  /** Its number in the section, from 1, counted on through all passes. */
  readonly number: number;
  /** Its number in its own pass, from 1. */
  readonly inPass: number;
  readonly meter: Meter;
  readonly feel: Feel;
  /** The chords by the names they have here; one held over from the bar before has its name and `held`. */
  readonly chords: readonly BarChord[];
  /** Whole beats of its meter's unit. */
  readonly beats: number;
  readonly bend: BentTempo;
  /** Beats from where its tempo begins to bend; 0 where it does not. */
  readonly intoBend: number;
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

/** A bar as it is played in one layer; without strokes, each chord is struck once. */
export interface StruckBar extends PlayedBar {
  readonly struck?: BarStrokes;
}
