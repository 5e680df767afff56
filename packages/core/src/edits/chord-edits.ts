import { tagOf, withoutTag } from '../chord';
import { otherGripsOf, type Bar, type Section, type SongDocument } from '../song';
import type { Edit } from './song-command';

/** Every chord of the song, wherever it is written, under another name. */
export function withChords(song: SongDocument, rename: (name: string) => string): SongDocument {
  const inBars = (bars: readonly Bar[]): readonly Bar[] =>
    bars.map((bar) => ({
      ...bar,
      chords: bar.chords.map((mark) => ({ ...mark, name: rename(mark.name) })),
    }));
  const sections = song.sections.map((section) => ({
    ...withOtherGrips(section, section.grips?.map(rename).filter(isTagged)),
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

/** A chord under another name, with its grip. */
export function withChordRenamed(song: SongDocument, from: string, to: string): SongDocument {
  const renamed = withChords(song, (name) => (name === from ? to : name));
  // A grip that is there for the new name already stays; the old one would be its twin.
  const isTaken = song.grips.some((grip) => grip.name === to);
  const grips = song.grips.flatMap((grip) => {
    if (grip.name !== from) return [grip];
    return isTaken ? [] : [{ ...grip, name: to }];
  });
  const any = song.anyGrips?.map((name) => (name === from ? to : name));
  return { ...renamed, grips, ...(any && { anyGrips: [...new Set(any)] }) };
}

/** A chord held in one section by another of its grips; a grip that is given already stays as it is. */
export function withHeldOtherwise(
  song: SongDocument,
  { section: id, name, grip, fingers }: Edit<'hold-otherwise'>,
): SongDocument {
  const isNew = grip !== undefined && song.grips.every((one) => one.name !== name);
  const given = { name, ...(grip && { grip }), ...(fingers && { fingers }) };
  const sections = song.sections.map((section) => {
    if (section.id !== id) return section;
    const chord = withoutTag(name);
    const others = otherGripsOf(song, section).filter((one) => withoutTag(one) !== chord);
    const plain = withOtherGrips(section, undefined);
    const grips = isTagged(name) ? [...others, name] : others;
    // What it derives from may say otherwise: then it says that it is held plainly.
    const isSaid = grips.length > 0 || otherGripsOf(song, plain).length > 0;
    return isSaid ? { ...plain, grips } : plain;
  });
  return { ...song, sections, grips: isNew ? [...song.grips, { ...given, grip }] : song.grips };
}

function isTagged(name: string): boolean {
  return tagOf(name) !== undefined;
}

/** A section with the chords it holds otherwise; where none is left it says nothing of them. */
function withOtherGrips(section: Section, grips: readonly string[] | undefined): Section {
  const { grips: before, ...rest } = section;
  const isPlain = before?.length === 0;
  return grips && (grips.length > 0 || isPlain) ? { ...rest, grips } : rest;
}
