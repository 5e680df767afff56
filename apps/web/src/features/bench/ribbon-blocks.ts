import type { Occurrence } from '@harvu/core/timeline';
import type { RibbonBlock } from '../../ui/ribbon';

/** A block of the ribbon with the occurrence it stands for. */
export interface OccurrenceBlock {
  readonly block: RibbonBlock;
  readonly occurrence: number;
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
