import type { Layer } from '../layer';
import type { Fingers, Grip, ShapeMove } from '../fretboard';
import type { Tuning } from '../pitch';
import type { Effect } from '../sound';
import type { Feel, Meter, PickingHand } from '../rhythm';
import type { Bpm, Seconds } from '../units';

/** Stable across revisions, so that what a student did stays attached. */
export type SectionId = string;
/** Stable across revisions, like the section's. */
export type BarId = string;

/** What must be settled before anything else; a field left out was not stated. */
export interface Frame {
  readonly tempo?: Bpm;
  readonly meter?: Meter;
  readonly feel?: Feel;
  readonly tuning?: Tuning;
  readonly capo?: number;
  /** Where the strings are let down as a whole: whether chords are named by their shapes or by what sounds. */
  readonly names?: 'shapes' | 'sounds';
  readonly key?: string;
  /** What strikes the strings. */
  readonly hand?: 'pick' | 'fingers';
  /** The guitar part that is taught, where the song holds several. */
  readonly part?: string;
  /** Which strings each finger of the picking hand has. */
  readonly picking?: PickingHand;
  /** Beats of the first bar, when it is a pickup. */
  readonly pickup?: number;
  /** How long the recording lasts. */
  readonly length?: Seconds;
  /** What the sound goes through, in this order, where the part depends on it. */
  readonly sound?: readonly Effect[];
}

/** A chord as written in a bar: it takes `span` tokens, itself and the dots after it. */
export interface ChordMark {
  /** A chord name in plain signs, with a tag where one of its grips is meant ("Bm~low"), "-" for silence, "N.C.", or "." for what sounds on from the bar before. */
  readonly name: string;
  readonly span: number;
  /** Needs listening: the teacher is not sure. */
  readonly doubt?: true;
  /** A single hit left ringing. */
  readonly hit?: true;
  /** Sounds in the ornaments layer only; without it the chord before holds on. */
  readonly optional?: true;
}

/** A bar as written. Without dots its chords share it evenly; `repeat` says it is like the bar before. */
export interface Bar {
  readonly id: BarId;
  /** Its own meter, where it is not its section's. */
  readonly meter?: Meter;
  readonly dotted?: true;
  readonly repeat?: true;
  /** It begins a line of its section; the bars after it go on in the same one. */
  readonly line?: true;
  readonly chords: readonly ChordMark[];
}

/** In a derived section: bars that stand in place of the parent's from bar `at`, counted from 1. */
export interface Difference {
  readonly at: number;
  readonly bars: readonly Bar[];
}

/** In a derived section: bars of the parent that are left out, counted from 1. */
export interface Drop {
  readonly from: number;
  readonly to: number;
}

/** The bars played at the end of pass `pass`, counted from 1. */
export interface Ending {
  readonly pass: number;
  readonly bars: readonly Bar[];
}

/** Where a section is played with another pattern than its own: in a layer, in some bars, or both. */
export interface PatternUse {
  readonly pattern: string;
  readonly layer?: Layer;
  /** Bars of one pass, counted from 1. */
  readonly bars?: { readonly from: number; readonly to: number };
}

/** Where a section is played with a riff in place of its pattern: in a layer and those over it, in some bars, by one guitar part. */
export interface RiffUse {
  readonly riff: string;
  /** The barest layer it sounds in; full where none is said. */
  readonly layer?: Layer;
  /** Bars of one pass, counted from 1. */
  readonly bars?: { readonly from: number; readonly to: number };
  /** The beat of the first of them it begins on, from 1: it is played once from there, over bar lines, to its own end. */
  readonly beat?: number;
  /** The guitar part that plays it beside the chords, such as lead; without one it takes the pattern's place. */
  readonly part?: string;
}

/** A few words that tell where one is, at a bar of one pass, counted from 1. */
export interface BarCue {
  readonly bar: number;
  readonly words: string;
}

/** One section as written. */
export interface Section {
  readonly id: SectionId;
  readonly name: string;
  /** How often it is played each time it comes, from 1. */
  readonly times: number;
  /** Needs listening: the teacher is not sure how often. */
  readonly timesDoubt?: true;
  /** How many bars one pass is said to have. */
  readonly statedBars?: number;
  /** The guitar part it is written for; every part plays it where none is said. */
  readonly part?: string;
  /** The name of the section this one is derived from. */
  readonly parent?: string;
  /** The pattern of its full layer. */
  readonly pattern?: string;
  readonly patternUses?: readonly PatternUse[];
  readonly riffUses?: readonly RiffUse[];
  /** Chords that are held by their other grip in it, such as Bm~low for every Bm. */
  readonly grips?: readonly string[];
  /** The layer the recording plays it in. */
  readonly layer?: Layer;
  /** Its own meter, where it is not the song's. */
  readonly meter?: Meter;
  /** Its own tempo, where it is not the song's. */
  readonly tempo?: Bpm;
  /** The tempo it has come to at its end, evenly from its own. */
  readonly tempoTo?: Bpm;
  /** Where it starts on the recording's clock. */
  readonly startsAt?: Seconds;
  readonly cue?: string;
  /** Cue words of single bars. */
  readonly cues?: readonly BarCue[];
  readonly bars: readonly Bar[];
  readonly endings?: readonly Ending[];
  readonly differences?: readonly Difference[];
  readonly drops?: readonly Drop[];
  /** Remarks, and lines Harvu could not read; kept word for word. */
  readonly lines?: readonly string[];
}

/** One entry of the map: a section in playing order. */
export interface MapEntry {
  readonly section: string;
  readonly times: number;
  /** One pass only, the last, whatever the section itself repeats. */
  readonly once?: true;
  readonly layer?: Layer;
  readonly semitones?: number;
  readonly tempo?: Bpm;
  /** The tempo it has come to at its end, evenly from its own. */
  readonly tempoTo?: Bpm;
  /** It goes round until this cue; how often is only what is likely. */
  readonly until?: string;
  /** The recording fades out in it. */
  readonly fade?: true;
  /** Played some evenings, left out on others. */
  readonly sometimes?: true;
  /** How often it is played is not sure. */
  readonly timesDoubt?: true;
}

/** A grip given for a chord name. */
export interface NamedGrip {
  readonly name: string;
  readonly grip: Grip;
  readonly fingers?: Fingers;
  /** Others that will do as well: the student keeps the one they own. */
  readonly others?: readonly Grip[];
  /** Said to be the shape of another grip, moved along or across the neck. */
  readonly claim?: ShapeClaim;
  /** Needs listening: the teacher is not sure. */
  readonly doubt?: true;
}

/** "The same shape as E, one string over": which grip it is taken from, and how it is moved. */
export interface ShapeClaim extends ShapeMove {
  readonly of: string;
}

/** A pattern as written: its strokes are read by the rhythm rules. */
export interface NamedPattern {
  readonly name: string;
  readonly meter: Meter;
  readonly strokes: readonly string[];
  /** Judged on its pulse only, and free of the even motion of the hand. */
  readonly free?: true;
  /** The same pattern in the teacher's words, kept beside the strokes. */
  readonly told?: string;
}

/** A riff as written: its body is read by the riff rules. */
export interface NamedRiff {
  readonly name: string;
  readonly meter: Meter;
  /** Beats of its first bar, where it is a pickup into the bar it is laid over. */
  readonly pickup?: number;
  /** Every stroke goes down: the hand comes back unheard. */
  readonly downs?: true;
  /** Said to sound the same as another riff. */
  readonly sameAs?: string;
  /** Bars with " | " between them, nothing before the first and after the last. */
  readonly body: string;
}

/** A whole song, one plain value; the bench edits it by commands. */
export interface SongDocument {
  readonly frame: Frame;
  readonly grips: readonly NamedGrip[];
  /** Chords whose grip is left to the student: "any G will do". */
  readonly anyGrips?: readonly string[];
  readonly patterns: readonly NamedPattern[];
  readonly riffs?: readonly NamedRiff[];
  readonly sections: readonly Section[];
  /** Empty: the sections in the order they are written. */
  readonly map: readonly MapEntry[];
  /** Remarks and unread lines from before the first section. */
  readonly lines: readonly string[];
  /** The number the next new id takes. */
  readonly nextId: number;
}

/** A song with nothing in it yet. */
export const EMPTY_SONG: SongDocument = {
  frame: {},
  grips: [],
  patterns: [],
  sections: [],
  map: [],
  lines: [],
  nextId: 1,
};

/** Something in a chart that does not add up or cannot be read: where, and what to do. */
export interface ChartFault {
  readonly code:
    | 'line-unread'
    | 'frame-late'
    | 'header-unread'
    | 'grip-unread'
    | 'pattern-unread'
    | 'riff-unread'
    | 'riff-count'
    | 'section-unread'
    | 'section-twice'
    | 'section-parent'
    | 'map-unread'
    | 'map-cover'
    | 'bar-fill'
    | 'bar-empty'
    | 'bar-ledger'
    | 'chord-unread'
    | 'repeat-first'
    | 'repeat-scope'
    | 'chart-long';
  /** Counted from 1. */
  readonly line: number;
  /** Counted from 1. */
  readonly column: number;
  readonly message: string;
  /** What it rests on, in codes and figures that stay when it is put in other words. */
  readonly detail: readonly (string | number)[];
  /** The section it stands in, by its place among those written, from 0. */
  readonly section?: number;
  /** The bar it is about, by its place among all that are written in its section, from 0. */
  readonly bar?: number;
}
