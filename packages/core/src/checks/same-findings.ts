import {
  AlikeRows,
  compareBars,
  compareLine,
  figureOf,
  MOVED_SIMILARITY,
  type ComparedBar,
  type Comparison,
} from '../form';
import { sectionNamed, type Section, type SongDocument } from '../song';
import { barsInLayer, occurrenceOf, songPatterns, type SongPatterns } from '../timeline';
import { createFinding, type Cause, type Finding, type Remedy } from './finding';

/** Less alike than this, music is not worth deriving from each other. */
const WORTH_DERIVING = 0.6;
const FEWEST_BARS = 2;
const TIMES = ['once', 'twice'];

/** A section as far as it is compared. */
interface Candidate {
  readonly section: Section;
  readonly bars: readonly ComparedBar[];
}

const RANK: Readonly<Record<Comparison['relation'], number>> = {
  same: 0,
  transposed: 1,
  ending: 2,
  until: 3,
  contains: 3,
  bars: 3,
  rotated: 4,
  doubled: 5,
  halved: 5,
  order: 5,
  coloured: 5,
  struck: 5,
  new: 6,
};

/**
 * Finds sections that could be derived from one before them, with what they have in common, and those
 * said to be another that are not. Empty when neither is so.
 *
 * @example
 * sameFindings(readChart('[A]\n| G | D |\n[B]\n| G | D |').song).map((one) => one.message) // ['B is the same as A.']
 */
export function sameFindings(song: SongDocument): readonly Finding[] {
  return [...falselyDerived(song), ...couldDerive(song)];
}

/** One pass of a section, each bar with what the picking hand does in it. */
function candidateOf(song: SongDocument, section: Section, patterns: SongPatterns): Candidate {
  const { bars, pattern, patternUses } = occurrenceOf(song, { ...section, times: 1 });
  const played = { bars, patternUses, ...(pattern !== undefined && { pattern }) };
  return {
    section,
    bars: barsInLayer(played, 'full', patterns).map((bar) => {
      const { chords, beats } = bar;
      return { chords, beats, pattern: figureOf(bar) };
    }),
  };
}

function deriveRemedies(
  a: Section,
  b: Section,
  { relation, semitones }: Comparison,
): readonly Remedy[] {
  if (semitones !== 0) {
    // Only what is the same all through can be played as the other, moved.
    if (relation !== 'transposed') return [];
    const label = `Play ${a.name}, moved`;
    return [
      { label, commands: [{ kind: 'play-transposed', section: b.id, of: a.name, semitones }] },
    ];
  }
  if (relation === 'rotated') return [];
  return [
    {
      label: `Derive it from ${a.name}`,
      commands: [{ kind: 'derive', section: b.id, parent: a.name }],
    },
  ];
}

/** The section written before that this one is most like, where it is worth deriving from it. */
function likeBefore(
  one: Candidate,
  before: readonly Candidate[],
): { readonly like: Candidate; readonly comparison: Comparison } | undefined {
  const found = before
    .filter((other) => other.section.part === one.section.part)
    .map((like) => ({ like, comparison: compareBars(like.bars, one.bars) }))
    .filter(({ comparison }) => comparison.relation !== 'new')
    .filter(({ comparison }) => comparison.similarity >= WORTH_DERIVING)
    .sort(
      (a, b) =>
        b.comparison.similarity - a.comparison.similarity ||
        RANK[a.comparison.relation] - RANK[b.comparison.relation],
    );
  return found[0];
}

/** What two sections have in common, in figures. */
function causeOf({ id }: Section, comparison: Comparison): Cause {
  const { relation, semitones, changedBars, droppedBars } = comparison;
  return [relation, id, semitones, changedBars.join(' '), droppedBars.join(' ')];
}

function couldDerive(song: SongDocument): readonly Finding[] {
  const patterns = songPatterns(song);
  const own = song.sections
    .filter((section) => section.parent === undefined)
    .map((section) => candidateOf(song, section, patterns))
    .filter(({ bars }) => bars.length >= FEWEST_BARS);
  const rows = new AlikeRows();
  return own.flatMap((one) => {
    const like = rows.mayBeLike(one.bars, { plain: WORTH_DERIVING, moved: MOVED_SIMILARITY });
    rows.add(one.bars);
    const found = likeBefore(
      one,
      like.flatMap((at) => own[at] ?? []),
    );
    if (!found) return [];
    const { like: parent, comparison } = found;
    const line = compareLine(comparison, {
      a: { name: parent.section.name, bars: parent.bars },
      b: { name: one.section.name, bars: one.bars },
    });
    return [
      createFinding('same-claim', {
        place: { kind: 'section', id: one.section.id },
        at: one.section.name,
        cause: causeOf(parent.section, comparison),
        message: withTimes(line, { comparison, parent: parent.section, section: one.section }),
        remedies: deriveRemedies(parent.section, one.section, comparison),
      }),
    ];
  });
}

/** Sections said to come from another that have hardly a bar in common with it. */
function falselyDerived(song: SongDocument): readonly Finding[] {
  const patterns = songPatterns(song);
  return song.sections.flatMap((section) => {
    const parent = section.parent === undefined ? undefined : sectionNamed(song, section.parent);
    if (!parent) return [];
    const [a, b] = [parent, section].map((one) => candidateOf(song, one, patterns).bars);
    // Another picking of the same chords is the same section still.
    if (compareBars(chordsAlone(a), chordsAlone(b)).relation !== 'new') return [];
    const message = `It is said to be ${parent.name}, and most of its bars are others. Write it out, or say what it is.`;
    const commands = [{ kind: 'write-out' as const, section: section.id }];
    return [
      createFinding('same-claim', {
        place: { kind: 'section', id: section.id },
        at: section.name,
        cause: ['differs', parent.id],
        message,
        remedies: [{ label: 'Write it out', commands }],
      }),
    ];
  });
}

function chordsAlone(bars: readonly ComparedBar[] = []): readonly ComparedBar[] {
  return bars.map(({ chords, beats }) => ({ chords, beats }));
}

/** What is the same and played another number of times is not the same length. */
function withTimes(
  line: string,
  compared: {
    readonly comparison: Comparison;
    readonly parent: Section;
    readonly section: Section;
  },
): string {
  const { comparison, parent, section } = compared;
  if (comparison.relation !== 'same' || parent.times === section.times) return line;
  return `${section.name} is ${parent.name}, played ${timesWords(section)} and not ${timesWords(parent)}.`;
}

function timesWords({ times }: Section): string {
  return TIMES[times - 1] ?? `${times} times`;
}
