import type { NamedPattern, PatternUse, Section, SongDocument } from '../song';

/** Writes a pattern, in place of the one of its name. */
export function withPattern(song: SongDocument, pattern: NamedPattern): SongDocument {
  const isKnown = song.patterns.some((one) => one.name === pattern.name);
  const patterns = isKnown
    ? song.patterns.map((one) => (one.name === pattern.name ? pattern : one))
    : [...song.patterns, pattern];
  return { ...song, patterns };
}

/** A name that is taken, or that chart text could not hold, changes nothing. */
export function withPatternRenamed(song: SongDocument, from: string, to: string): SongDocument {
  const pattern = song.patterns.find((one) => one.name === from);
  const isTaken = song.patterns.some((one) => one.name === to);
  if (!pattern || isTaken || !/^[^\s":]{1,40}$/.test(to)) return song;
  const named = withUsesNamed(song, (old) => (old === from ? to : old));
  const patterns = song.patterns.map((one) => (one === pattern ? { ...one, name: to } : one));
  return { ...named, patterns };
}

/** Takes a pattern away, wherever it is used too. */
export function withoutPattern(song: SongDocument, name: string): SongDocument {
  const patterns = song.patterns.filter((one) => one.name !== name);
  return { ...withUsesNamed(song, (old) => (old === name ? '' : old)), patterns };
}

/** Sections that had the pattern and are not named any more lose it; the rest keep their own. */
export function withPatternAssigned(
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

/** Lays a pattern over a place of one section, by name; an empty pattern takes it away. */
export function withPatternUsed(song: SongDocument, name: string, use: PatternUse): SongDocument {
  const sections = song.sections.map((one) => (one.name === name ? withUse(one, use) : one));
  return { ...song, sections };
}

/** The same song with the name of a pattern changed wherever it is used; an empty name is no use at all. */
function withUsesNamed(song: SongDocument, name: (old: string) => string): SongDocument {
  const sections = song.sections.map((section) => {
    const { pattern, patternUses, ...rest } = section;
    const own = pattern === undefined ? '' : name(pattern);
    const uses = (patternUses ?? [])
      .map((use) => ({ ...use, pattern: name(use.pattern) }))
      .filter((use) => use.pattern !== '');
    return {
      ...rest,
      ...(own !== '' && { pattern: own }),
      ...(uses.length > 0 && { patternUses: uses }),
    };
  });
  return { ...song, sections };
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
