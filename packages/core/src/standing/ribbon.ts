import type { Readiness } from '../progress';
import { plainBlocks, type PlainBlock } from '../form';
import { kindOf, type Workpiece } from '../steps';
import type { Bpm } from '../units';

/** One block of a song's ribbon, filled as far as its part is held. */
export interface FilledBlock extends PlainBlock {
  /** Null while it is a hole. */
  readonly cleanBpm: Bpm | null;
  /** What it holds in a barer layer, while it is a hole; null where it holds nothing there either. */
  readonly barerBpm: Bpm | null;
  readonly goalBpm: Bpm;
}

/**
 * Fills the blocks of a song's ribbon as far as a student holds its parts.
 *
 * @example
 * filledBlocks(workpieceOf(EMPTY_SONG), readinessOf(workpieceOf(EMPTY_SONG), { steps: [], tries: [] })) // []
 */
export function filledBlocks(
  song: Pick<Workpiece, 'timeline' | 'patterns'>,
  { parts, barerParts }: Readiness,
): readonly FilledBlock[] {
  const held = new Map(
    parts
      .filter(({ step }) => kindOf(step).holdsPart)
      .flatMap(({ step, cleanBpm }) =>
        [...step.atoms, ...(step.covers ?? [])].map((part) => [part, cleanBpm] as const),
      ),
  );
  const plain = plainBlocks(song);
  return song.timeline.occurrences.flatMap(({ part }, at): readonly FilledBlock[] => {
    const [block] = plain.slice(at);
    const cleanBpm = held.get(part.id) ?? null;
    const barerBpm = cleanBpm === null ? (barerParts[part.id] ?? null) : null;
    return block ? [{ ...block, goalBpm: part.goalBpm, cleanBpm, barerBpm }] : [];
  });
}
