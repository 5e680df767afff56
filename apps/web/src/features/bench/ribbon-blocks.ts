import { handsIn } from '@harvu/core/form';
import type { Workpiece } from '@harvu/core/steps';
import type { Occurrence } from '@harvu/core/timeline';
import type { RibbonBlock } from '../../ui/ribbon';

/** A block of the ribbon with the occurrence it stands for. */
export interface OccurrenceBlock {
  readonly block: RibbonBlock;
  readonly occurrence: number;
}

/** The song's sections in playing order. */
export function blocksOf({ timeline, patterns }: Workpiece): readonly RibbonBlock[] {
  const hands = handsIn(timeline, patterns);
  return timeline.occurrences.map(({ part, name, bars }, at) => ({
    letter: part.letter,
    name,
    bars: bars.length,
    ...(hands[at] && { hand: hands[at] }),
  }));
}

/** One block for each place on the map. */
export function foldedBlocks(blocks: readonly RibbonBlock[]): readonly OccurrenceBlock[] {
  return blocks.map((block, occurrence) => ({ block, occurrence }));
}

/** One block for each time a section is played: a pass begins where its bars are counted anew. */
export function expandedBlocks(
  blocks: readonly RibbonBlock[],
  occurrences: readonly Occurrence[],
): readonly OccurrenceBlock[] {
  return blocks.flatMap((block, occurrence) => {
    const bars = occurrences[occurrence]?.bars ?? [];
    const starts = bars.flatMap((bar, index) => (bar.inPass === 1 ? [index] : []));
    return starts.map((start, pass) => ({
      occurrence,
      block: { ...block, bars: (starts[pass + 1] ?? bars.length) - start },
    }));
  });
}
