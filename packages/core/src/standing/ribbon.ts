import type { Readiness } from '../progress';
import type { PartedSong } from '../form';
import { kindOf } from '../steps';
import type { Bpm } from '../units';

/** One block of a song's ribbon, filled as far as its part is held. */
export interface FilledBlock {
  readonly letter: string;
  readonly name: string;
  readonly bars: number;
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
 * filledBlocks(partsOf(EMPTY_SONG), readinessOf(workpieceOf(EMPTY_SONG), { steps: [], tries: [] })) // []
 */
export function filledBlocks(
  song: PartedSong,
  { parts, barerParts }: Readiness,
): readonly FilledBlock[] {
  const held = new Map(
    parts
      .filter(({ step }) => kindOf(step).holdsPart)
      .flatMap(({ step, cleanBpm }) =>
        [...step.atoms, ...(step.covers ?? [])].map((part) => [part, cleanBpm] as const),
      ),
  );
  return song.occurrences.map(({ part, name, bars }) => ({
    letter: part.letter,
    name,
    bars: bars.length,
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
