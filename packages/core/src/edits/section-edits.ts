import { readSectionHead } from '../chart';
import { formatMeter } from '../rhythm';
import { meterOf, ownBars } from '../song';
import { withoutParent } from './deriving';
import { joined, pieceOf } from './section-pieces';
import { mapOf } from '../song';
import type { Section, SectionId, SongDocument } from '../song';

/**
 * Adds an empty section (a bar of silence), or one like another, after a section, or at the end where
 * that is not there; a name that is taken gets the next number.
 *
 * @example
 * withNewSection(EMPTY_SONG, { after: '', name: 'Verse' }).sections.map((one) => one.name) // ['Verse']
 */
export function withNewSection(
  song: SongDocument,
  {
    after,
    name,
    parent,
  }: { readonly after: SectionId; readonly name: string; readonly parent?: string },
): SongDocument {
  const place = placeOf(song, after);
  const silence = [{ id: '', chords: [{ name: '-', span: 1 }] }];
  const like = song.sections.find((one) => one.name === parent);
  const section = {
    id: '',
    name: freeName(song, name),
    times: 1,
    ...(like ? { parent: like.name, bars: [] } : { bars: silence }),
  };
  return withSectionAfter(song, place < 0 ? song.sections.length - 1 : place, section);
}

/**
 * Adds a copy of a section after it, derived from it; unknown sections change nothing.
 *
 * @example
 * withSectionCopied(EMPTY_SONG, 's1') // EMPTY_SONG
 */
export function withSectionCopied(song: SongDocument, id: SectionId): SongDocument {
  const place = placeOf(song, id);
  const section = song.sections[place];
  if (!section) return song;
  const name = freeName(song, section.name);
  return withSectionAfter(song, place, {
    id: '',
    name,
    times: section.times,
    parent: section.name,
    bars: [],
    ...(section.endings && {
      endings: section.endings.map((one) => ({ ...one, bars: one.bars.map(withoutId) })),
    }),
  });
}

/**
 * Moves a section one place earlier (−1) or later (1) among those written; at either end it stays.
 *
 * @example
 * withSectionMoved(EMPTY_SONG, 's1', 1) // EMPTY_SONG
 */
export function withSectionMoved(song: SongDocument, id: SectionId, by: -1 | 1): SongDocument {
  const place = placeOf(song, id);
  const section = song.sections[place];
  const to = place + by;
  if (!section || to < 0 || to >= song.sections.length) return song;
  return { ...song, sections: song.sections.toSpliced(place, 1).toSpliced(to, 0, section) };
}

/**
 * Takes a section away, off the map too; what derives from it is written out.
 *
 * @example
 * withoutSection(EMPTY_SONG, 's1').sections // []
 */
export function withoutSection(song: SongDocument, id: SectionId): SongDocument {
  const gone = song.sections.find((one) => one.id === id);
  if (!gone) return song;
  const sections = song.sections
    .map((one) => (one.parent === gone.name ? withoutParent(song, one) : one))
    .filter((one) => one !== gone);
  const isNamed = sections.some((one) => one.name === gone.name);
  const map = isNamed ? song.map : song.map.filter((one) => one.section !== gone.name);
  return { ...song, sections, map };
}

/**
 * Gives a section another name, wherever it is named; a name that is taken, or that chart text could
 * not hold, changes nothing.
 *
 * @example
 * withSectionRenamed(EMPTY_SONG, 's1', 'Verse') // EMPTY_SONG
 */
export function withSectionRenamed(song: SongDocument, id: SectionId, name: string): SongDocument {
  const old = song.sections.find((one) => one.id === id);
  const isTaken = song.sections.some((one) => one.name === name);
  if (!old || isTaken || readSectionHead(`[${name}]`)?.head.name !== name) return song;
  const sections = song.sections.map((one) => {
    if (one.id === id) return { ...one, name };
    return one.parent === old.name ? { ...one, parent: name } : one;
  });
  const map = song.map.map((one) => (one.section === old.name ? { ...one, section: name } : one));
  return { ...song, sections, map };
}

/**
 * Splits a section before a bar, from 0: the rest becomes a section of its own behind it, and both
 * follow each other on the map. Derived sections are written out first.
 *
 * @example
 * withSectionSplit(EMPTY_SONG, 's1', 4) // EMPTY_SONG
 */
export function withSectionSplit(song: SongDocument, id: SectionId, at: number): SongDocument {
  const found = song.sections.find((one) => one.id === id);
  if (!found || at < 1 || at >= ownBars(song, found).length) return song;
  const free = freed(song, found);
  const place = placeOf(free, id);
  const whole = free.sections[place] ?? found;
  const { endings, ...head } = pieceOf(whole, { from: 1, to: at });
  const rest = pieceOf(whole, { from: at + 1, to: whole.bars.length });
  const { cue: _cue, startsAt: _startsAt, statedBars: _bars, lines: _lines, ...tail } = rest;
  const name = freeName(free, whole.name);
  const sections = free.sections.with(place, head);
  const map = mapOf(free).flatMap((entry) =>
    entry.section === whole.name ? [entry, { ...entry, section: name }] : [entry],
  );
  const second = { ...tail, id: '', name, times: 1, ...(endings && { endings }) };
  return { ...free, sections: sections.toSpliced(place + 1, 0, second), map };
}

/**
 * Joins a section with the one written after it, which then is no more; what derived from either is
 * written out. The last section changes nothing.
 *
 * @example
 * withSectionJoined(EMPTY_SONG, 's1') // EMPTY_SONG
 */
export function withSectionJoined(song: SongDocument, id: SectionId): SongDocument {
  const first = song.sections[placeOf(song, id)];
  const next = song.sections[placeOf(song, id) + 1];
  if (!first || !next) return song;
  const free = freed(freed(song, first), next);
  const second = free.sections.find((one) => one.id === next.id) ?? next;
  const sections = free.sections
    .filter((one) => one.id !== next.id)
    .map((one) => (one.id === id ? joined(one, withOtherMeter(free, second, one)) : one));
  return { ...free, sections, map: free.map.filter((entry) => entry.section !== next.name) };
}

/** A section with its meter where that is not another's. */
function withOtherMeter(song: SongDocument, section: Section, other: Section): Section {
  const { meter: _meter, ...rest } = section;
  const meter = meterOf(song, section);
  return formatMeter(meter) === formatMeter(meterOf(song, other)) ? rest : { ...rest, meter };
}

function placeOf({ sections }: SongDocument, id: SectionId): number {
  return sections.findIndex((one) => one.id === id);
}

/** A name that no section has: the given one, or the next number behind it. */
function freeName(song: SongDocument, wished: string): string {
  const taken = new Set(song.sections.map((one) => one.name));
  if (!taken.has(wished)) return wished;
  const stem = wished.replace(/\s+\d+$/, '');
  let number = 2;
  while (taken.has(`${stem} ${number}`)) number += 1;
  return `${stem} ${number}`;
}

/** A new section after another, on the written map behind it too. */
function withSectionAfter(song: SongDocument, place: number, section: Section): SongDocument {
  const before = song.sections[place];
  const sections = song.sections.toSpliced(place + 1, 0, section);
  const entry = song.map.findIndex((one) => one.section === before?.name);
  const map =
    song.map.length === 0
      ? song.map
      : song.map.toSpliced(entry < 0 ? song.map.length : entry + 1, 0, {
          section: section.name,
          times: 1,
        });
  return { ...song, sections, map };
}

function withoutId<Thing extends { readonly id: string }>(thing: Thing): Thing {
  return { ...thing, id: '' };
}

/** A section that stands alone, and so does everything that derived from it. */
function freed(song: SongDocument, section: Section): SongDocument {
  const sections = song.sections.map((one) =>
    one === section || one.parent === section.name ? withoutParent(song, one) : one,
  );
  return { ...song, sections };
}
