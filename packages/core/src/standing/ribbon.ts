import type { Readiness } from '../progress';
import { handsIn, type PartedSong, type SectionHand } from '../form';
import { kindOf, type Workpiece } from '../steps';
import type { Bpm } from '../units';

/** One block of a song's ribbon, filled as far as its part is held. */
export interface FilledBlock {
  readonly letter: string;
  readonly name: string;
  readonly bars: number;
  /** What the picking hand does, where that is not one and the same all through the song. */
  readonly hand?: SectionHand;
  /** Null while it is a hole. */
  readonly cleanBpm: Bpm | null;
  /** What it holds in a barer layer, while it is a hole; null where it holds nothing there either. */
  readonly barerBpm: Bpm | null;
  readonly goalBpm: Bpm;
}

/** One section of a song's ribbon. */
export type PlainBlock = Pick<FilledBlock, 'letter' | 'name' | 'bars'>;

/**
 * Fills the blocks of a song's ribbon as far as a student holds its parts.
 *
 * @example
 * filledBlocks(workpieceOf(EMPTY_SONG), readinessOf(workpieceOf(EMPTY_SONG), { steps: [], tries: [] })) // []
 */
export function filledBlocks(
  { timeline, patterns }: Pick<Workpiece, 'timeline' | 'patterns'>,
  { parts, barerParts }: Readiness,
): readonly FilledBlock[] {
  const held = new Map(
    parts
      .filter(({ step }) => kindOf(step).holdsPart)
      .flatMap(({ step, cleanBpm }) =>
        [...step.atoms, ...(step.covers ?? [])].map((part) => [part, cleanBpm] as const),
      ),
  );
  const hands = handsIn(timeline, patterns);
  return timeline.occurrences.map(({ part, name, bars }, at) => ({
    letter: part.letter,
    name,
    bars: bars.length,
    ...(hands[at] && { hand: hands[at] }),
    goalBpm: part.goalBpm,
    cleanBpm: held.get(part.id) ?? null,
    barerBpm: held.get(part.id) == null ? (barerParts[part.id] ?? null) : null,
  }));
}

/**
 * Gives the blocks of a song's ribbon as they are, before anybody has learnt them.
 *
 * @example
 * plainBlocks(partsOf(EMPTY_SONG)) // []
 */
export function plainBlocks({ occurrences }: PartedSong): readonly PlainBlock[] {
  return occurrences.map(({ part, name, bars }) => ({
    letter: part.letter,
    name,
    bars: bars.length,
  }));
}
