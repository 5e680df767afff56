import type { Bar, SongDocument } from '../song';

/** Every chord of the song, wherever it is written, under another name. */
export function withChords(song: SongDocument, rename: (name: string) => string): SongDocument {
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
