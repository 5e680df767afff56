import { transposeChordName } from '../chord';
import type { Fingers, Grip } from '../fretboard';
import { readFrameField } from './chart-header';
import { readChart } from './chart-reader';
import type {
  Bar,
  Frame,
  NamedGrip,
  NamedPattern,
  PatternUse,
  Section,
  SongDocument,
} from './document';

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
  | { readonly kind: 'set-pattern'; readonly pattern: NamedPattern }
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
  | { readonly kind: 'rename-chord'; readonly from: string; readonly to: string }
  | {
      /** Moves the capo: the shapes stay and sound elsewhere, or the sound stays and shapes change. */
      readonly kind: 'move-capo';
      readonly capo: number;
      readonly keeps: 'shapes' | 'sounds';
    };

function withFrameField(song: SongDocument, field: keyof Frame, text: string): SongDocument {
  if (text.trim() === '') {
    const { [field]: _left, ...frame } = song.frame;
    return { ...song, frame };
  }
  const read = readFrameField(field, text);
  return read ? { ...song, frame: { ...song.frame, ...read } } : song;
}

function withGrip(song: SongDocument, grip: NamedGrip): SongDocument {
  const isKnown = song.grips.some((one) => one.name === grip.name);
  const grips = isKnown
    ? song.grips.map((one) => (one.name === grip.name ? grip : one))
    : [...song.grips, grip];
  return { ...song, grips };
}

function withPattern(song: SongDocument, pattern: NamedPattern): SongDocument {
  const isKnown = song.patterns.some((one) => one.name === pattern.name);
  const patterns = isKnown
    ? song.patterns.map((one) => (one.name === pattern.name ? pattern : one))
    : [...song.patterns, pattern];
  return { ...song, patterns };
}

/** Sections that had the pattern and are not named any more lose it; the rest keep their own. */
function withPatternAssigned(
  song: SongDocument,
  name: string,
  sections: readonly string[],
): SongDocument {
  return {
    ...song,
    sections: song.sections.map((section) => {
      if (sections.includes(section.name)) return { ...section, pattern: name };
      if (section.pattern !== name) return section;
      const { pattern: _left, ...rest } = section;
      return rest;
    }),
  };
}

function isSamePlace(a: PatternUse, b: PatternUse): boolean {
  const isSameBars = a.bars?.from === b.bars?.from && a.bars?.to === b.bars?.to;
  return a.layer === b.layer && isSameBars;
}

/** One place of a section has one pattern; a use without a place is the section's own. */
function withUse(section: Section, use: PatternUse): Section {
  const { pattern, patternUses = [], ...rest } = section;
  const isOwn = !use.layer && !use.bars;
  const own = isOwn ? use.pattern : (pattern ?? '');
  const others = patternUses.filter((one) => !isSamePlace(one, use));
  const uses = isOwn || use.pattern === '' ? others : [...others, use];
  return {
    ...rest,
    ...(own !== '' && { pattern: own }),
    ...(uses.length > 0 && { patternUses: uses }),
  };
}

function withPatternUsed(song: SongDocument, name: string, use: PatternUse): SongDocument {
  const sections = song.sections.map((one) => (one.name === name ? withUse(one, use) : one));
  return { ...song, sections };
}

/** Every chord of the song, wherever it is written, under another name. */
function withChords(song: SongDocument, rename: (name: string) => string): SongDocument {
  const inBars = (bars: readonly Bar[]): readonly Bar[] =>
    bars.map((bar) => ({
      ...bar,
      chords: bar.chords.map((mark) => ({ ...mark, name: rename(mark.name) })),
    }));
  const sections = song.sections.map((section) => ({
    ...section,
    bars: inBars(section.bars),
    ...(section.endings && {
      endings: section.endings.map((one) => ({ ...one, bars: inBars(one.bars) })),
    }),
    ...(section.differences && {
      differences: section.differences.map((one) => ({ ...one, bars: inBars(one.bars) })),
    }),
  }));
  return { ...song, sections };
}

function withChordRenamed(song: SongDocument, from: string, to: string): SongDocument {
  const renamed = withChords(song, (name) => (name === from ? to : name));
  // A grip that is there for the new name already stays; the old one would be its twin.
  const isTaken = song.grips.some((grip) => grip.name === to);
  const grips = song.grips.flatMap((grip) => {
    if (grip.name !== from) return [grip];
    return isTaken ? [] : [{ ...grip, name: to }];
  });
  return { ...renamed, grips };
}

/** What sounds moves with the capo under the shapes, and so does the key that was stated. */
function withCapoUnderShapes(song: SongDocument, capo: number): SongDocument {
  const { key } = song.frame;
  const moved = capo - (song.frame.capo ?? 0);
  return {
    ...song,
    frame: {
      ...song.frame,
      capo,
      ...(key !== undefined && { key: transposeChordName(key, moved) }),
    },
  };
}

/** The sound stays where it was: other shapes, for which no grip has been chosen yet. */
function withCapoUnderSounds(song: SongDocument, capo: number): SongDocument {
  const moved = (song.frame.capo ?? 0) - capo;
  const shapes = withChords(song, (name) => transposeChordName(name, moved));
  return { ...shapes, grips: moved === 0 ? song.grips : [], frame: { ...song.frame, capo } };
}

/**
 * Carries out one edit and gives the changed song; the song given stays as it was, so undoing is
 * going back to it. A frame value that cannot be read changes nothing; an empty one takes it away.
 *
 * @example
 * withCommand(EMPTY_SONG, { kind: 'set-frame', field: 'capo', text: '2' }).frame // { capo: 2 }
 */
export function withCommand(song: SongDocument, command: SongCommand): SongDocument {
  switch (command.kind) {
    case 'write-chart':
      return readChart(command.text, song).song;
    case 'set-frame':
      return withFrameField(song, command.field, command.text);
    case 'set-grip': {
      const { name, grip, fingers } = command;
      return withGrip(song, fingers ? { name, grip, fingers } : { name, grip });
    }
    case 'set-pattern':
      return withPattern(song, command.pattern);
    case 'assign-pattern':
      return withPatternAssigned(song, command.name, command.sections);
    case 'use-pattern':
      return withPatternUsed(song, command.section, command.use);
    case 'drop-grip':
      return { ...song, grips: song.grips.filter((grip) => grip.name !== command.name) };
    case 'rename-chord':
      return withChordRenamed(song, command.from, command.to);
    case 'move-capo':
      return command.keeps === 'shapes'
        ? withCapoUnderShapes(song, command.capo)
        : withCapoUnderSounds(song, command.capo);
  }
}
