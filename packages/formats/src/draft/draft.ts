import type { RiffNote } from '@harvu/core/riff';
import type { Meter } from '@harvu/core/rhythm';
import type { Grip, Fingers } from '@harvu/core/fretboard';
import type { Tuning } from '@harvu/core/pitch';
import type { Beats } from '@harvu/core/units';

/** A chord where it stands in its bar, in beats of the meter's unit from 0. */
export interface DraftChord {
  readonly at: number;
  readonly name: string;
  /** It was read from something else, and needs listening. */
  readonly doubt?: boolean;
}

/** A note of the part that is taken over, its beats counted from the bar it stands in. */
export interface DraftNote extends Omit<RiffNote, 'at' | 'beats'> {
  readonly at: Beats;
  readonly beats: Beats;
}

/** Where a player goes on from, and what is only gone to. */
export interface DraftSigns {
  readonly opens?: boolean;
  /** How often it is played in all, where a repeat ends here. */
  readonly closes?: number;
  /** The rounds whose ending it is part of. */
  readonly ending?: readonly number[];
  readonly segno?: boolean;
  readonly coda?: boolean;
  readonly toCoda?: boolean;
  readonly fine?: boolean;
  readonly back?: 'capo' | 'segno';
}

/** A bar of a score before it becomes part of a section. */
export interface DraftBar extends DraftSigns {
  /** As it is numbered in print. */
  readonly number: string;
  readonly meter: Meter;
  /** How long it really is, in beats of the meter's unit. */
  readonly beats: number;
  readonly chords: readonly DraftChord[];
  readonly notes: readonly DraftNote[];
  /** A section begins here, by this name; nothing but a double bar line for ''. */
  readonly starts?: string;
  /** Quarters a minute from here on, whatever the meter's unit is. */
  readonly tempo?: number;
  /** A system of the score begins with it. */
  readonly line?: boolean;
  /** It is like the bar before. */
  readonly repeat?: boolean;
  /** The first words that are sung in it. */
  readonly cue?: string;
}

/** A grip that was drawn for a chord. */
export interface DraftGrip {
  readonly name: string;
  readonly grip: Grip;
  readonly fingers?: Fingers;
}

/** A whole song as another format tells it. */
export interface Draft {
  readonly remarks: readonly string[];
  /** Quarters a minute. */
  readonly tempo?: number;
  readonly key?: string;
  readonly capo?: number;
  readonly tuning?: Tuning;
  /** Beats of the first bar, where it is a pickup. */
  readonly pickup?: number;
  readonly swing?: string;
  readonly grips: readonly DraftGrip[];
  readonly bars: readonly DraftBar[];
}
