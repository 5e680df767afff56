import { diffArrays } from 'diff';
import { writeBars } from './bars';
import type { Bar, Section, SongDocument } from '../song';

/** Gives out ids that no earlier revision of the song has used. */
class IdMaker {
  constructor(private number: number) {}

  next(letter: 's' | 'b'): string {
    return `${letter}${this.number++}`;
  }

  get following(): number {
    return this.number;
  }
}

/**
 * Gives sections and bars the ids they had before, by aligning old and new; new ones get new ids.
 *
 * @example
 * withStableIds(EMPTY_SONG, EMPTY_SONG).nextId // 1
 */
export function withStableIds(after: SongDocument, before: SongDocument): SongDocument {
  const ids = new IdMaker(before.nextId);
  const pairs = pairSections(after, before);
  const sections = after.sections.map((section) => {
    const old = pairs.get(section);
    const given = alignedIds(old ? writtenBars(old) : [], writtenBars(section), ids);
    return { ...withBarIds(section, given), id: old?.id ?? ids.next('s') };
  });
  return { ...after, sections, nextId: ids.following };
}

/**
 * Gives an id to every section and bar that has none yet; a song without such stays the same value.
 *
 * @example
 * withNewIds({ ...EMPTY_SONG, sections: [{ id: '', name: 'A', times: 1, bars: [] }] }).sections[0].id // 's1'
 */
export function withNewIds(song: SongDocument): SongDocument {
  const isComplete = song.sections.every(
    (section) => section.id !== '' && writtenBars(section).every((bar) => bar.id !== ''),
  );
  if (isComplete) return song;
  const ids = new IdMaker(song.nextId);
  const sections = song.sections.map((section) => {
    const id = section.id === '' ? ids.next('s') : section.id;
    const given = writtenBars(section).map((bar) => (bar.id === '' ? ids.next('b') : bar.id));
    return { ...withBarIds(section, given), id };
  });
  return { ...song, sections, nextId: ids.following };
}

/** All bars written in a section, in the order of the text. */
function writtenBars(section: Section): readonly Bar[] {
  return [
    ...section.bars,
    ...(section.endings ?? []).flatMap((ending) => ending.bars),
    ...(section.differences ?? []).flatMap((difference) => difference.bars),
  ];
}

/** Unchanged bars keep their ids; of a changed run, each new bar takes the id of the old one in its place. */
function alignedIds(
  before: readonly Bar[],
  after: readonly Bar[],
  ids: IdMaker,
): readonly string[] {
  const parts = diffArrays(
    before.map((bar) => writeBars([bar])),
    after.map((bar) => writeBars([bar])),
  );
  const given: string[] = [];
  let old = 0;
  let freed: string[] = [];
  for (const { count = 0, added, removed } of parts) {
    const run = before.slice(old, old + count).map((bar) => bar.id);
    if (added) {
      for (let i = 0; i < count; i++) given.push(freed.shift() ?? ids.next('b'));
      continue;
    }
    old += count;
    freed = removed ? run : [];
    if (!removed) given.push(...run);
  }
  return given;
}

function withBarIds(section: Section, given: readonly string[]): Section {
  const ids = [...given];
  const name = (bars: readonly Bar[]): readonly Bar[] =>
    bars.map((bar) => ({ ...bar, id: ids.shift() ?? bar.id }));
  return {
    ...section,
    bars: name(section.bars),
    ...(section.endings && {
      endings: section.endings.map((one) => ({ ...one, bars: name(one.bars) })),
    }),
    ...(section.differences && {
      differences: section.differences.map((one) => ({ ...one, bars: name(one.bars) })),
    }),
  };
}

/** A renamed section is the one with the same bars, else the one that stands in the same place. */
function findBefore(
  section: Section,
  free: readonly Section[],
  place: number,
): Section | undefined {
  const text = writeBars(writtenBars(section));
  return (
    free.find((one) => writeBars(writtenBars(one)) === text) ??
    free.find((_, index) => index === place)
  );
}

function pairSections(after: SongDocument, before: SongDocument): ReadonlyMap<Section, Section> {
  const pairs = new Map<Section, Section>();
  const free = new Set(before.sections);
  for (const section of after.sections) {
    const same = [...free].find((one) => one.name === section.name && one.part === section.part);
    if (same && free.delete(same)) pairs.set(section, same);
  }
  const unpaired = after.sections.filter((section) => !pairs.has(section));
  // Only where as many sections went as came can one of them have been renamed by its place.
  for (const section of unpaired) {
    const old = findBefore(section, [...free], unpaired.length === free.size ? 0 : -1);
    if (old && free.delete(old)) pairs.set(section, old);
  }
  return pairs;
}
