/** One block of the ribbon: a section where it comes in the song. */
export interface RibbonBlock {
  readonly letter: string;
  readonly name: string;
  readonly bars: number;
  /** Clean tempo of the section; null while untouched; left out where progress is not shown. */
  readonly cleanBpm?: number | null;
  readonly goalBpm?: number;
}

export type Level = 'none' | 'new' | 'low' | 'near' | 'goal';

/** A block as it is drawn. */
export interface DrawnBlock extends RibbonBlock {
  readonly level: Level;
  /** How full its chamber is, in percent; at goal the whole block is, to the brim. */
  readonly fullPercent: number;
  readonly figure: string;
  readonly words: string;
}

const NEAR = 0.8;

function levelOf({ cleanBpm, goalBpm = 1 }: RibbonBlock): Level {
  if (cleanBpm === undefined) return 'none';
  if (cleanBpm === null) return 'new';
  const share = cleanBpm / goalBpm;
  return share >= 1 ? 'goal' : share >= NEAR ? 'near' : 'low';
}

function wordsOf(block: RibbonBlock, level: Level): string {
  const bars = `${block.bars} ${block.bars === 1 ? 'bar' : 'bars'}`;
  const held =
    level === 'none'
      ? ''
      : level === 'new'
        ? ', not played clean yet'
        : `, clean at ${block.cleanBpm} of ${block.goalBpm} bpm`;
  return `${block.letter} ${block.name}, ${bars}${held}`;
}

/** Works out how a block is drawn: how full it is, and what it says. */
export function toDrawn(block: RibbonBlock): DrawnBlock {
  const level = levelOf(block);
  const share = Math.min(1, (block.cleanBpm ?? 0) / (block.goalBpm ?? 1));
  const figure =
    level === 'none' ? String(block.bars) : level === 'new' ? 'new' : String(block.cleanBpm);
  return {
    ...block,
    level,
    fullPercent: Math.round(share * 100),
    figure,
    words: wordsOf(block, level),
  };
}
