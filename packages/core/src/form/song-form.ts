import { inLines, type SectionId, type SongDocument } from '../song';
import { barsInLayer, songPatterns, type StruckBar } from '../timeline';
import { partsOf, type Part, type PartedSong, type PartOccurrence } from './parts';
import { LikelyRows } from './likely-rows';
import {
  compareChords,
  compareFigures,
  strandRow,
  type FormRelation,
  type StrandComparison,
  type StrandRow,
} from './strands';

/** A few bars as they are written in one row, and what in them was heard before. */
export interface SongLine {
  readonly id: string;
  /** The section it stands in, by its name and by its id. */
  readonly section: string;
  readonly sectionId: SectionId;
  /** Its bars in one pass of the section, counted from 1. */
  readonly from: number;
  readonly to: number;
  readonly bars: readonly StruckBar[];
  /** What the fretting hand does in it, beside the line heard before that is nearest. */
  readonly chords: Likeness;
  /** What the picking hand does in it. */
  readonly figure: Likeness;
}

/** How one strand of a line or a part stands to what was heard before. */
export interface Likeness extends Pick<
  StrandComparison,
  'semitones' | 'newBars' | 'beginsAt' | 'held'
> {
  readonly relation: FormRelation;
  /** The line or the part it is nearest to, by its id; undefined where it is new. */
  readonly of?: string;
}

/** A part beside those heard before it. */
export interface PartForm {
  readonly part: Part;
  /** The sections that are this part, by name, in the order they come. */
  readonly sections: readonly string[];
  readonly chords: Likeness;
  readonly figure: Likeness;
  /** Bars of its lines that differ from all lines heard before, by strand. */
  readonly newBars: NewBars;
}

/** How many bars are new, for the hand that frets and the hand that picks. */
export interface NewBars {
  readonly chords: number;
  readonly figure: number;
}

/** A song as a teacher sees it: lines, most of which were heard before, and two hands that each may be new or known. */
export interface SongForm {
  /** In the order they are first heard. */
  readonly lines: readonly SongLine[];
  readonly parts: readonly PartForm[];
  /** Bars that differ from all heard before them, by strand, against the bars played. */
  readonly different: NewBars;
  readonly played: number;
}

/** What is compared: bars by an id. */
interface HeardBars {
  readonly id: string;
  /** The section they are written in. */
  readonly sectionId: SectionId;
  readonly bars: readonly StruckBar[];
}

/** The same, taken apart into its strands. */
interface HeardRow extends StrandRow, Omit<HeardBars, 'bars'> {}

type FoundLine = Omit<SongLine, 'chords' | 'figure'> & { readonly part: Part };

/**
 * Works out the form of a song: its lines in the order they are first heard, each beside the one it is nearest to, hand by
 * hand; its parts the same way; and how many bars differ. Empty for a song without bars.
 *
 * @example
 * formOf(readChart('[A]\n| G | D |\n| G | C |').song).lines.map((line) => line.chords.relation) // ['new', 'ending']
 */
export function formOf(song: SongDocument, timeline: PartedSong = partsOf(song)): SongForm {
  const patterns = songPatterns(song);
  const struck = (one: PartOccurrence): readonly StruckBar[] => barsInLayer(one, 'full', patterns);
  const lines = beside(linesHeard(timeline, struck));
  const played = [...new Set(timeline.occurrences.map(({ part }) => part))];
  const parts = beside(
    played.map((part) => {
      const comes = timeline.occurrences.filter((one) => one.part === part);
      const sections = [...new Set(comes.map(({ name }) => name))];
      const bars = comes[0] ? struck(comes[0]).slice(0, part.bars.length) : [];
      return { id: part.id, sectionId: part.of ?? part.id, part, sections, bars };
    }),
  ).map(({ part, sections, chords, figure }) => {
    const newBars = newIn(lines.filter((line) => line.part === part));
    return { part, sections, chords, figure, newBars };
  });
  return { lines, parts, different: newIn(lines), played: timeline.barCount };
}

function newIn(lines: readonly Pick<SongLine, 'chords' | 'figure'>[]): NewBars {
  const count = (strand: keyof NewBars): number =>
    lines.reduce((sum, line) => sum + line[strand].newBars.length, 0);
  return { chords: count('chords'), figure: count('figure') };
}

/** Every line once for each way its section is played: as written, moved, in a barer layer, with another ending. */
function linesHeard(
  { occurrences }: PartedSong,
  struck: (one: PartOccurrence) => readonly StruckBar[],
): readonly FoundLine[] {
  const known = new Set<string>();
  return occurrences.flatMap((one) => {
    const moved = one.semitones === 0 ? '' : `${one.semitones > 0 ? '+' : ''}${one.semitones}`;
    const way = `${one.section}${moved}${one.layer ? ` ${one.layer}` : ''}`;
    return inLines(struck(one)).flatMap((bars) => {
      const [first, last] = [bars[0], bars.at(-1)];
      const written = `${way} ${bars.map(({ id }) => id).join(' ')}`;
      if (!first || !last || known.has(written)) return [];
      known.add(written);
      const place = `${way} ${first.inPass}-${last.inPass}`;
      const id = known.has(place) ? `${place} ${last.id}` : place;
      known.add(place);
      const { name: section, section: sectionId, part } = one;
      return [{ id, section, sectionId, part, from: first.inPass, to: last.inPass, bars }];
    });
  });
}

/** Each beside all that were heard before it, hand by hand. */
function beside<Row extends HeardBars>(
  rows: readonly Row[],
): readonly (Row & { readonly chords: Likeness; readonly figure: Likeness })[] {
  const before: HeardRow[] = [];
  const likely = new LikelyRows();
  return rows.map((row) => {
    const own = { id: row.id, sectionId: row.sectionId, ...strandRow(row.bars) };
    const like = likely.findLike(own.held).flatMap((at) => before[at] ?? []);
    const chords = nearest(own, like, compareChords);
    const figure = nearest(own, before, compareFigures);
    // What is the same in both hands tells no later one more.
    if (isOther(chords) || isOther(figure)) {
      before.push(own);
      likely.add(own.held);
    }
    return { ...row, chords, figure };
  });
}

function isOther({ relation, held }: Likeness): boolean {
  return relation !== 'same' || held !== undefined;
}

/** Any two chords are some others moved; that is said only where it is the same section that is. */
const FEWEST_MOVED = 3;

/** What has no two bars in a row from somewhere else is new. */
function hasTwoInARow(count: number, newBars: readonly number[]): boolean {
  const known = Array.from({ length: count }, (_, at) => !newBars.includes(at + 1));
  return known.some((one, at) => one && known[at + 1] === true);
}

/** What has no two bars in a row in common is like it by chance; held by another grip they are in common. */
function isByChance(
  { relation, newBars, otherChords = newBars }: StrandComparison,
  count: number,
): boolean {
  return relation === 'bars' && !hasTwoInARow(count, otherChords);
}

/** The one that costs least to come from, of equals the one heard first. */
function nearest(
  row: HeardRow,
  before: readonly HeardRow[],
  compare: (a: StrandRow, b: StrandRow) => StrandComparison,
): Likeness {
  const { bars, sectionId } = row;
  let best: (StrandComparison & { readonly of: string }) | undefined;
  for (const one of before) {
    const found = compare(one, row);
    if (found.relation === 'new' || (best && found.cost >= best.cost)) continue;
    const isMoved = found.semitones !== 0 && one.sectionId !== sectionId;
    if (isMoved && bars.length < FEWEST_MOVED) continue;
    if (isByChance(found, bars.length)) continue;
    best = { ...found, of: one.id };
    if (found.cost === 0) break;
  }
  if (!best) {
    return { relation: 'new', semitones: 0, beginsAt: 1, newBars: bars.map((_, at) => at + 1) };
  }
  const { cost: _cost, otherChords: _others, ...like } = best;
  return like;
}
