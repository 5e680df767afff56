import type { NamedRiff, RiffUse, Section, SectionId, SongDocument } from '../song';

/** Writes a riff, in place of the one of its name. */
export function withRiff(song: SongDocument, riff: NamedRiff): SongDocument {
  const riffs = song.riffs ?? [];
  const isKnown = riffs.some((one) => one.name === riff.name);
  return withRiffs(
    song,
    isKnown ? riffs.map((one) => (one.name === riff.name ? riff : one)) : [...riffs, riff],
  );
}

/** A name that is taken, or that chart text could not hold, changes nothing. */
export function withRiffRenamed(song: SongDocument, from: string, to: string): SongDocument {
  const riffs = song.riffs ?? [];
  const isFree = riffs.every((one) => one.name !== to) && /^[^\s":]{1,40}$/.test(to);
  if (!isFree || riffs.every((one) => one.name !== from)) return song;
  const renamed = riffs.map((one) => ({
    ...one,
    name: one.name === from ? to : one.name,
    ...(one.sameAs === from && { sameAs: to }),
  }));
  const used = withUsesChanged(song, (use) => (use.riff === from ? { ...use, riff: to } : use));
  return withRiffs(used, renamed);
}

/** Takes a riff away, wherever it is used or named too. */
export function withoutRiff(song: SongDocument, name: string): SongDocument {
  const left = (song.riffs ?? [])
    .filter((one) => one.name !== name)
    .map((one) => {
      const { sameAs, ...rest } = one;
      return sameAs === name ? rest : one;
    });
  const unused = withUsesChanged(song, (use) => (use.riff === name ? undefined : use));
  return withRiffs(unused, left);
}

/** Lays a riff over a place of a section; an empty name takes away what lies there. */
export function withRiffUsed(song: SongDocument, id: SectionId, use: RiffUse): SongDocument {
  const sections = song.sections.map((section) => {
    if (section.id !== id) return section;
    const others = (section.riffUses ?? []).filter((one) => !isSamePlace(one, use));
    return withUses(section, use.riff === '' ? others : [...others, use]);
  });
  return { ...song, sections };
}

function withRiffs(song: SongDocument, riffs: readonly NamedRiff[]): SongDocument {
  const { riffs: _riffs, ...rest } = song;
  return riffs.length > 0 ? { ...rest, riffs } : rest;
}

function withUses(section: Section, uses: readonly RiffUse[]): Section {
  const { riffUses: _uses, ...rest } = section;
  return uses.length > 0 ? { ...rest, riffUses: uses } : rest;
}

/** The same song with the uses of its riffs changed; what gives nothing is a use no more. */
function withUsesChanged(
  song: SongDocument,
  change: (use: RiffUse) => RiffUse | undefined,
): SongDocument {
  const sections = song.sections.map((section) =>
    withUses(
      section,
      (section.riffUses ?? []).flatMap((use) => change(use) ?? []),
    ),
  );
  return { ...song, sections };
}

function isSamePlace(a: RiffUse, b: RiffUse): boolean {
  const isSameBars = a.bars?.from === b.bars?.from && a.bars?.to === b.bars?.to;
  return isSameBars && a.beat === b.beat && a.layer === b.layer && a.part === b.part;
}
