import type { Bar, Section, SongDocument } from './document';
import { inPlaceOf } from './lines';

/**
 * Finds a section by its name: where several guitar parts have it, that of the part that is taught,
 * else the one that every part plays, else the first.
 *
 * @example
 * sectionNamed(EMPTY_SONG, 'Verse 1') // undefined
 */
export function sectionNamed(song: SongDocument, name: string): Section | undefined {
  const named = song.sections.filter((section) => section.name === name);
  if (named.length < 2) return named[0];
  const { part } = song.frame;
  const ofPart = part === undefined ? undefined : named.find((one) => one.part === part);
  return ofPart ?? named.find((one) => one.part === undefined) ?? named[0];
}

/**
 * Lists the parents a section derives from, nearest first; stops where it would go round, or where
 * one is not written. Empty for a section that stands alone.
 *
 * @example
 * parentsOf(EMPTY_SONG, { id: 's1', name: 'A', times: 1, bars: [] }) // []
 */
export function parentsOf(song: SongDocument, section: Section): readonly Section[] {
  const chain: Section[] = [section];
  for (let next = section.parent; next !== undefined; next = chain.at(-1)?.parent) {
    const parent = sectionNamed(song, next);
    if (!parent || chain.includes(parent)) return chain.slice(1);
    chain.push(parent);
  }
  return chain.slice(1);
}

/**
 * Tells whether a section's parents are all written and none derives from itself.
 *
 * @example
 * isDerivable(EMPTY_SONG, { id: 's1', name: 'A', times: 1, parent: 'B', bars: [] }) // false
 */
export function isDerivable(song: SongDocument, section: Section): boolean {
  const oldest = parentsOf(song, section).at(-1) ?? section;
  return oldest.parent === undefined;
}

/**
 * Gives the bars of a section before its endings, derived ones worked out and repeats written out.
 *
 * @example
 * ownBars(EMPTY_SONG, { id: 's1', name: 'A', times: 1, bars: [] }) // []
 */
export function ownBars(song: SongDocument, section: Section): readonly Bar[] {
  return withoutRepeats(writtenBars(song, section));
}

/**
 * Gives the bars of one pass of a section: derived ones worked out, repeats written out, the
 * ending of that pass (counted from 1) at the end. A pass beyond several endings takes the last; a single one is played in
 * its own pass alone.
 *
 * @example
 * sectionBars(readChart('[A]\n| G | % |').song, readChart('[A]\n| G | % |').song.sections[0]).map((bar) => bar.chords[0].name) // ['G', 'G']
 */
export function sectionBars(song: SongDocument, section: Section, pass = 1): readonly Bar[] {
  const endings = section.endings ?? [];
  const isBeyond = endings.length > 1 && endings.every((one) => one.pass < pass);
  const last = isBeyond ? endings.at(-1) : undefined;
  const ending = endings.find((one) => one.pass === pass) ?? last;
  return withoutRepeats([...writtenBars(song, section), ...(ending?.bars ?? [])]);
}

/** A bar of a section, and its number in the pass it is played in, from 1. */
export interface NumberedBar {
  readonly bar: Bar;
  readonly number: number;
}

/**
 * Lists every bar of a section once: its own, then those of all its endings, each with its number in its pass.
 *
 * @example
 * everyBar(readChart('[A]\n| G |\n1. | C |\n2. | D |').song, readChart('[A]\n| G |\n1. | C |\n2. | D |').song.sections[0]).map(({ number }) => number) // [1, 2, 2]
 */
export function everyBar(song: SongDocument, section: Section): readonly NumberedBar[] {
  const own = ownBars(song, section);
  const numbered = (bars: readonly Bar[], from: number): readonly NumberedBar[] =>
    bars.map((bar, index) => ({ bar, number: from + index + 1 }));
  const endings = section.endings ?? [];
  return [
    ...numbered(own, 0),
    ...endings.flatMap(({ bars }) => numbered(withoutRepeats(bars), own.length)),
  ];
}

function withDifferences(section: Section, bars: readonly Bar[]): readonly Bar[] {
  const changed: Bar[] = [...bars];
  for (const { at, bars: instead } of section.differences ?? []) {
    // A number past the end appends, so a gap is never left; what is appended is a line of its own.
    const appendedFrom = Math.max(at - 1, bars.length);
    instead.forEach((bar, index) => {
      const place = Math.min(at - 1 + index, changed.length);
      const old = place < bars.length ? bars[place] : undefined;
      const begins = place >= bars.length && at - 1 + index === appendedFrom;
      changed[place] = begins ? { ...bar, line: true } : inPlaceOf(old, bar);
    });
  }
  return withoutDropped(section, changed);
}

/** Where the first bar of a line is dropped, the next begins it. */
function withoutDropped({ drops = [] }: Section, bars: readonly Bar[]): readonly Bar[] {
  let begins = false;
  return bars.flatMap((bar, index) => {
    begins ||= bar.line === true;
    if (drops.some(({ from, to }) => index >= from - 1 && index < to)) return [];
    const kept = begins && !bar.line ? { ...bar, line: true as const } : bar;
    begins = false;
    return [kept];
  });
}

function writtenBars(song: SongDocument, section: Section): readonly Bar[] {
  if (section.parent === undefined) return section.bars;
  const parent = sectionNamed(song, section.parent);
  return parent && isDerivable(song, section)
    ? // The parent's repeats are its own music, whatever comes before them here.
      withDifferences(section, ownBars(song, parent))
    : section.bars;
}

/** Gives a bar that repeats the chords of the one before it; with nothing before, it is silent. */
function withoutRepeats(bars: readonly Bar[]): readonly Bar[] {
  const done: Bar[] = [];
  for (const bar of bars) {
    const before = done.at(-1);
    const chords = before?.chords ?? [{ name: '-', span: 1 }];
    const dotted = before?.dotted && { dotted: true as const };
    const again = { id: bar.id, chords, ...dotted, ...(before?.meter && { meter: before.meter }) };
    done.push(bar.repeat ? inPlaceOf(bar, again) : bar);
  }
  return done;
}
