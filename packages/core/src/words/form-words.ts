import { counted, listed } from '../wording';
import { chordLabel } from '../chord';
import type { Likeness, PartForm, SongForm, SongLine } from '../form';

/** What something stands beside: its name, and how many bars it has. */
interface Beside {
  readonly name: string;
  readonly bars: number;
}

/** A line where it stands in its section, and what is said of it. */
export interface WrittenLine extends Pick<SongLine, 'sectionId' | 'from' | 'to'> {
  /** Short enough to stand beside it. */
  readonly words: string;
  /** Its bars, counted as the section's, in which the fretting hand does something new. */
  readonly newBars: readonly number[];
  /** The picking hand does something new in it. */
  readonly isStruckNew: boolean;
}

/** A line in words, hand by hand. */
export interface LineWords {
  readonly chords: string;
  readonly figure: string;
}

/** What is told, and beside what. */
interface LikeBars {
  readonly like: Likeness;
  readonly bars: SongLine['bars'];
  readonly beside: Beside;
}

/**
 * Says each line of a song by its difference to what was heard before, hand by hand; lines are called by their number in
 * their section.
 *
 * @example
 * lineWords(formOf(readChart('[A]\n| G | D |\n| G | C |').song)).map((line) => line.chords) // ['new', 'as line 1, ends on C']
 */
export function lineWords({ lines }: SongForm): readonly LineWords[] {
  const numbers = numbered(lines);
  return lines.map((line) => {
    const words = (like: Likeness): string => {
      const of = lines.find(({ id }) => id === like.of);
      if (!of) return 'new';
      const where = of.section === line.section ? '' : ` of ${of.section}`;
      const name = `line ${numbers.get(of.id) ?? 1}${where}`;
      return likeWords({ like, bars: line.bars, beside: { name, bars: of.bars.length } });
    };
    return { chords: words(line.chords), figure: words(line.figure) };
  });
}

/**
 * Gives the lines of a song where they are written, each with what is said of both hands in it; of a line that is played
 * several ways, the first.
 *
 * @example
 * writtenLines(formOf(readChart('[A]\n| G | D |\n| G | D |').song)).map((line) => line.words) // ['line 1, new', 'as line 1']
 */
export function writtenLines(form: SongForm): readonly WrittenLine[] {
  const words = lineWords(form);
  const numbers = numbered(form.lines);
  const known = new Set<string>();
  return form.lines.flatMap(({ id, sectionId, from, to, chords, figure }, at) => {
    const place = `${sectionId} ${from}`;
    if (known.has(place)) return [];
    known.add(place);
    const isNew = chords.relation === 'new';
    const held = isNew ? `line ${numbers.get(id) ?? 1}, new` : (words[at]?.chords ?? '');
    const isStruckNew = figure.relation !== 'same';
    return [
      {
        sectionId,
        from,
        to,
        words: isStruckNew && !isNew ? `${held}, struck otherwise` : held,
        newBars: chords.newBars.map((number) => from - 1 + number),
        isStruckNew,
      },
    ];
  });
}

/**
 * Says a part of a song by its difference to a part heard before.
 *
 * @example
 * partWords(formOf(readChart('[A]\n| G | D |\n[B]\n| G | D | C | Am | F |').song)).at(-1) // 'as A, then 3 new bars'
 */
export function partWords({ parts }: SongForm): readonly string[] {
  const named = (id: string | undefined): PartForm | undefined =>
    parts.find(({ part }) => part.id === id);
  return parts.map((one) => {
    const { part, chords, figure } = one;
    const [held, struck] = [named(chords.of), named(figure.of)];
    const hand = struck ? `, struck as ${nameOf(struck)}` : '';
    if (!held) return `new${hand}`;
    const beside = { name: nameOf(held), bars: held.part.bars.length };
    const said = likeWords({ like: chords, bars: part.bars, beside });
    const isStruckNew = figure.relation !== 'same';
    if (isOneHand(one, held)) return said;
    if (isStruckNew && chords.relation === 'same')
      return `the chords of ${beside.name}, struck otherwise`;
    return isStruckNew ? `${said}, struck otherwise` : `${said}${hand}`;
  });
}

/** The number of each line in its section, by its id; played another way it has the same number. */
function numbered(lines: readonly SongLine[]): ReadonlyMap<string, number> {
  const bySection = new Map<string, number[]>();
  return new Map(
    lines.map(({ id, sectionId, from }) => {
      const places = bySection.get(sectionId) ?? [];
      bySection.set(sectionId, places);
      if (!places.includes(from)) places.push(from);
      return [id, places.indexOf(from) + 1];
    }),
  );
}

/** Whether two parts are picked alike, as far as the one heard first tells. */
function isOneHand(part: PartForm, other: PartForm | undefined): boolean {
  if (!other || part.figure.relation !== 'same') return false;
  const { of } = part.figure;
  return of === other.part.id || (other.figure.relation === 'same' && of === other.figure.of);
}

function nameOf({ sections: [name = ''] }: PartForm): string {
  return name;
}

const WORDS: Readonly<Record<Likeness['relation'], (told: LikeBars) => string>> = {
  new: () => 'new',
  same: ({ beside: { name } }) => `as ${name}`,
  transposed: ({ like, beside: { name } }) => `as ${name}, ${movedWords(like)}`,
  rotated: ({ like, beside: { name } }) => `as ${name}, begun at its bar ${like.beginsAt}`,
  ending: (told) => `as ${told.beside.name}${movedBehind(told.like)}, ${endingWords(told)}`,
  until: ({ like, beside }) => {
    const upTo = (like.newBars[0] ?? 1) - 1;
    const as = `as ${beside.name}${movedBehind(like)}`;
    const then = `then ${counted(like.newBars.length, 'new bar')}`;
    return upTo === beside.bars ? `${as}, ${then}` : `${as} up to bar ${upTo}, ${then}`;
  },
  contains: ({ like, beside: { name } }) =>
    `${name}${movedBehind(like)}, with ${counted(like.newBars.length, 'new bar')} round it`,
  bars: ({ like, beside: { name } }) =>
    `as ${name}${movedBehind(like)}${like.newBars.length > 0 ? `, but ${barsWords(like.newBars)}` : ', shorter'}`,
  doubled: ({ beside: { name } }) => `the chords of ${name}, each twice as long`,
  halved: ({ beside: { name } }) => `the chords of ${name}, each half as long`,
  order: ({ beside: { name } }) => `the chords of ${name} in another order`,
  coloured: ({ beside: { name } }) => `the roots of ${name}, in other colours`,
  struck: ({ beside: { name } }) => `the chords of ${name}, otherwise hit or held over`,
  rhythm: ({ beside: { name } }) => `the rhythm of ${name}, other notes`,
};

function likeWords(told: LikeBars): string {
  const { relation, held, newBars } = told.like;
  const said = WORDS[relation](told);
  if (!held) return said;
  const isAll = newBars.length === told.bars.length;
  return relation === 'same' && !isAll
    ? `${said}, ${barsWords(newBars)} held by another grip`
    : `${said}, held by another grip`;
}

function barsWords(numbers: readonly number[]): string {
  return `${numbers.length === 1 ? 'bar' : 'bars'} ${listed(numbers.map(String))}`;
}

function movedWords({ semitones }: Likeness): string {
  return `${counted(Math.abs(semitones), 'semitone')} ${semitones > 0 ? 'up' : 'down'}`;
}

function movedBehind(like: Likeness): string {
  return like.semitones === 0 ? '' : `, ${movedWords(like)}`;
}

function endingWords({ like, bars, beside }: LikeBars): string {
  const more = bars.length - beside.bars;
  if (more > 0) return `${counted(more, 'bar')} longer`;
  if (more < 0) return `${counted(-more, 'bar')} shorter`;
  // Of the last two bars the first alone may be another.
  if (!like.newBars.includes(bars.length)) return `but ${barsWords(like.newBars)}`;
  const last = bars.at(-1)?.chords.at(-1)?.chord;
  return last === undefined || last === '-' ? 'ends otherwise' : `ends on ${chordLabel(last)}`;
}
