import type { Beats } from '../units';

/** How a note is brought to sound. */
export type RiffHow =
  'picked' | 'hammered' | 'pulled off' | 'slid up' | 'slid down' | 'dead' | 'harmonic';

/** One note of a riff, at an exact place of the neck. */
export interface RiffNote {
  /** Its first beat, from 0 at the start of the riff. */
  readonly at: Beats;
  readonly beats: Beats;
  /** 1 is the thinnest. */
  readonly string: number;
  /** From the capo; 0 is open. */
  readonly fret: number;
  readonly how: RiffHow;
  /** Quarter-tones it is bent up by, and whether it is let down again. */
  readonly bend?: { readonly quarterTones: number; readonly isReleased: boolean };
  readonly vibrato?: true;
  readonly palmMuted?: true;
  /** It rings on while others are played. */
  readonly rings?: true;
  /** Brought in from nothing with the volume. */
  readonly swells?: true;
  /** The finger of the fretting hand, where the teacher says it. */
  readonly finger?: 1 | 2 | 3 | 4;
  /** The finger of the picking hand: p, i, m, a. */
  readonly plucked?: string;
  /** Sounds in the ornaments layer only. */
  readonly optional?: true;
}

/** Something that does not add up in a riff: where, and what to do. */
export interface RiffFault {
  readonly code: 'riff-count';
  /** Counted from 1 in the body. */
  readonly column: number;
  readonly message: string;
}

/** A riff as it was read. */
export interface Riff {
  readonly notes: readonly RiffNote[];
  readonly bars: number;
  /** Beats at which the player breathes, a phrase ending there. */
  readonly breaths: readonly Beats[];
}
