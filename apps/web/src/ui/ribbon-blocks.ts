import type { SectionHand } from '@harvu/core/form';

/** One block of the ribbon: a section where it comes in the song. */
export interface RibbonBlock {
  readonly letter: string;
  readonly name: string;
  readonly bars: number;
  /** What the picking hand does, where that is not one and the same all through the song. */
  readonly hand?: SectionHand;
  /** Clean tempo of the section; null while untouched; left out where progress is not shown. */
  readonly cleanBpm?: number | null;
  /** What it holds in a barer layer, while it is untouched in full. */
  readonly barerBpm?: number | null;
  readonly goalBpm?: number;
}

export type Level = 'none' | 'new' | 'bare' | 'low' | 'near' | 'goal';

/** A block as it is drawn. */
export interface DrawnBlock extends RibbonBlock {
  readonly level: Level;
  /** How full its chamber is, in percent; at goal the whole block is, to the brim. */
  readonly fullPercent: number;
  readonly figure: string;
  /** What the picking hand does, in a word or two. */
  readonly handName: string;
  readonly words: string;
}

const NEAR = 0.8;

/** Works out how a block is drawn: how full it is, and what it says. */
export function toDrawn(block: RibbonBlock): DrawnBlock {
  const level = levelOf(block);
  const held = level === 'bare' ? block.barerBpm : block.cleanBpm;
  const share = Math.min(1, (held ?? 0) / (block.goalBpm ?? 1));
  return {
    ...block,
    level,
    fullPercent: Math.round(share * 100),
    figure: figureOf(block, level),
    handName: block.hand ? handName(block.hand) : '',
    words: wordsOf(block, level),
  };
}

/** Its patterns and riffs by name; where it has none, each chord is strummed. */
function handName({ names }: SectionHand): string {
  return names.join(', ') || 'strummed';
}

function levelOf({ cleanBpm, barerBpm = null, goalBpm = 1 }: RibbonBlock): Level {
  if (cleanBpm === undefined) return 'none';
  if (cleanBpm === null) return barerBpm === null ? 'new' : 'bare';
  const share = cleanBpm / goalBpm;
  return share >= 1 ? 'goal' : share >= NEAR ? 'near' : 'low';
}

function heldWords({ cleanBpm, barerBpm, goalBpm }: RibbonBlock, level: Level): string {
  if (level === 'none') return '';
  if (level === 'new') return ', not played clean yet';
  if (level === 'bare') return `, in a barer layer clean at ${barerBpm} of ${goalBpm} bpm`;
  return `, clean at ${cleanBpm} of ${goalBpm} bpm`;
}

function figureOf({ bars, cleanBpm, barerBpm }: RibbonBlock, level: Level): string {
  if (level === 'none') return String(bars);
  if (level === 'new') return 'new';
  return String(level === 'bare' ? barerBpm : cleanBpm);
}

function wordsOf(block: RibbonBlock, level: Level): string {
  const bars = `${block.bars} ${block.bars === 1 ? 'bar' : 'bars'}`;
  const { hand } = block;
  const struck = hand ? `, ${handName(hand)}` : '';
  return `${block.letter} ${block.name}, ${bars}${struck}${heldWords(block, level)}`;
}
