import type { Fingers, Grip } from '../fretboard';
import type { Seconds } from '../units';
import type {
  Bar,
  BarCue,
  Frame,
  MapEntry,
  NamedPattern,
  NamedRiff,
  PatternUse,
  RiffUse,
  SectionId,
  SongDocument,
} from '../song';

/** One edit of a song. */
export type SongCommand =
  | { readonly kind: 'write-chart'; readonly text: string }
  | { readonly kind: 'set-frame'; readonly field: keyof Frame; readonly text: string }
  | {
      readonly kind: 'set-grip';
      readonly name: string;
      readonly grip: Grip;
      readonly fingers?: Fingers;
    }
  | { readonly kind: 'drop-grip'; readonly name: string }
  | {
      /** Holds a chord in one section by another of its grips, "Bm~low", which may be new; by the plain one, "Bm". */
      readonly kind: 'hold-otherwise';
      readonly section: SectionId;
      readonly name: string;
      readonly grip?: Grip;
      readonly fingers?: Fingers;
    }
  | { readonly kind: 'set-pattern'; readonly pattern: NamedPattern }
  | { readonly kind: 'rename-pattern'; readonly from: string; readonly to: string }
  | { readonly kind: 'drop-pattern'; readonly name: string }
  | {
      /** Lays a pattern over some sections; an empty name takes it away. */
      readonly kind: 'assign-pattern';
      readonly name: string;
      readonly sections: readonly string[];
    }
  | {
      /** Lays a pattern over a section in one layer, in some of its bars, or both; an empty name takes it away. */
      readonly kind: 'use-pattern';
      readonly section: string;
      readonly use: PatternUse;
    }
  | { readonly kind: 'set-riff'; readonly riff: NamedRiff }
  | { readonly kind: 'rename-riff'; readonly from: string; readonly to: string }
  | { readonly kind: 'drop-riff'; readonly name: string }
  | {
      /** Lays a riff over bars of a section, in a layer, by a part; an empty name takes away what lies there. */
      readonly kind: 'use-riff';
      readonly section: SectionId;
      readonly use: RiffUse;
    }
  | {
      /** Gives a section other bars, before its endings or in the ending of a pass, which may be new; no bars take an ending away. */
      readonly kind: 'set-bars';
      readonly section: SectionId;
      readonly ending?: number;
      readonly bars: readonly Bar[];
    }
  | { readonly kind: 'set-map'; readonly map: readonly MapEntry[] }
  | { readonly kind: 'derive'; readonly section: SectionId; readonly parent: string }
  | { readonly kind: 'write-out'; readonly section: SectionId }
  | {
      /** A section that is another, some semitones up: it goes, and the other stands on the map for it. */
      readonly kind: 'play-transposed';
      readonly section: SectionId;
      readonly of: string;
      readonly semitones: number;
    }
  | {
      /** A new section, silent, or as another that is written already. */
      readonly kind: 'add-section';
      readonly after: SectionId;
      readonly name: string;
      readonly parent?: string;
    }
  | { readonly kind: 'copy-section'; readonly section: SectionId }
  | { readonly kind: 'move-section'; readonly section: SectionId; readonly by: -1 | 1 }
  | { readonly kind: 'drop-section'; readonly section: SectionId }
  | { readonly kind: 'rename-section'; readonly section: SectionId; readonly name: string }
  | { readonly kind: 'split-section'; readonly section: SectionId; readonly at: number }
  | { readonly kind: 'join-section'; readonly section: SectionId }
  | {
      /** Sets or takes away what is said of one section: how often, for which part, where it starts, its cues. */
      readonly kind: 'set-section';
      readonly section: SectionId;
      readonly times?: number;
      readonly timesDoubt?: boolean;
      readonly startsAt?: Seconds | null;
      readonly part?: string;
      readonly cue?: string;
      readonly cues?: readonly BarCue[];
    }
  | { readonly kind: 'doubt-grip'; readonly name: string; readonly isOpen: boolean }
  | {
      /** Goes back to the song as it was in an older revision; ids go on being given from here. */
      readonly kind: 'restore';
      readonly song: SongDocument;
    }
  | { readonly kind: 'rename-chord'; readonly from: string; readonly to: string }
  | {
      /** Moves the capo: the shapes stay and sound elsewhere, or the sound stays and shapes change. */
      readonly kind: 'move-capo';
      readonly capo: number;
      readonly keeps: 'shapes' | 'sounds';
      /** Where the sound stays: so many semitones higher all the same, for a voice. */
      readonly higher?: number;
    };

/** The edit of one kind. */
export type Edit<Kind extends SongCommand['kind']> = Extract<SongCommand, { readonly kind: Kind }>;
