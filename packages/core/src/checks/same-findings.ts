import {
  AlikeRows,
  compareBars,
  compareLine,
  MOVED_SIMILARITY,
  type ComparedBar,
  type Comparison,
} from '../sameness';
import {
  barBeats,
  barChords,
  parentsOf,
  sectionBars,
  sectionNamed,
  settledFrame,
  type Section,
  type SongDocument,
} from '../song';
import { createFinding, type Cause, type Finding, type Remedy } from './finding';

/** Less alike than this, music is not worth deriving from each other. */
const WORTH_DERIVING = 0.6;
const FEWEST_BARS = 2;

/** A section as far as it is compared. */
interface Candidate {
  readonly section: Section;
  readonly bars: readonly ComparedBar[];
}

const RANK: Readonly<Record<Comparison['relation'], number>> = {
  same: 0,
  transposed: 1,
  ending: 2,
  bars: 3,
  rotated: 4,
  new: 5,
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

function candidateOf(song: SongDocument, section: Section): Candidate {
  const { beats } = settledFrame(song.frame).meter;
  const bars = sectionBars(song, section).map((bar) => {
    // A derived section that names no pattern is played like its parent.
    const teller = [section, ...parentsOf(song, section)].find((one) => one.pattern !== undefined);
    const pattern = teller?.pattern;
    return {
      chords: barChords(bar, beats),
      beats: barBeats(bar, beats),
      ...(pattern !== undefined && { pattern }),
    };
  });
  return { section, bars };
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
  const own = song.sections
    .filter((section) => section.parent === undefined)
    .map((section) => candidateOf(song, section))
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
        message: line,
        remedies: deriveRemedies(parent.section, one.section, comparison),
      }),
    ];
  });
}

/** Sections said to come from another that have hardly a bar in common with it. */
function falselyDerived(song: SongDocument): readonly Finding[] {
  return song.sections.flatMap((section) => {
    const parent = section.parent === undefined ? undefined : sectionNamed(song, section.parent);
    if (!parent) return [];
    const [a, b] = [candidateOf(song, parent), candidateOf(song, section)];
    if (compareBars(a.bars, b.bars).relation !== 'new') return [];
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
