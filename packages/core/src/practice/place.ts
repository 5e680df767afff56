import type { Pass } from '../steps';
import type { TimedClick } from '../timeline';

/** Where one is in a stretch that goes round: the bar, the chord in it, and what comes next and when. */
export interface Place {
  /** Index of the bar, from 0. */
  readonly bar: number;
  /** Whole beat within the bar, from 0. */
  readonly beat: number;
  readonly now: string;
  readonly next: string;
  /** Beats until the next chord that differs; null when none comes. */
  readonly beatsToNext: number | null;
  /** Rounds gone through before this one. */
  readonly passesDone: number;
}

/**
 * Finds where one is after so many beats (from 0, with parts of a beat) of a pass that goes round;
 * undefined for an empty one or before its first beat.
 *
 * @example
 * placeIn(passOf({ kind: 'whole', atoms: [] }, workpieceOf(readChart('[A]\n| G | D |').song)), 5.5).beat // 1
 */
export function placeIn({ stretch, spans }: Pass, beats: number): Place | undefined {
  if (stretch.beats === 0 || beats < 0) return undefined;
  const within = beats % stretch.beats;
  const bar = stretch.bars.findLastIndex((one) => one.from <= within);
  const index = Math.max(
    0,
    spans.findLastIndex((one) => one.from <= within),
  );
  const now = spans[index]?.chord ?? '-';
  const { beats: whole } = stretch;
  const round = spans.map(({ chord, from }) => ({ chord, from: whole + from }));
  const next = [...spans.slice(index + 1), ...round].find((one) => one.chord !== now);
  return {
    bar,
    beat: Math.floor(within - (stretch.bars[bar]?.from ?? 0)),
    now,
    next: next?.chord ?? now,
    passesDone: Math.floor(beats / stretch.beats),
    beatsToNext: next ? Math.ceil(next.from - within) : null,
  };
}

/**
 * Finds the beat of a pass that sounds after so many seconds at its written tempo, with parts of a beat: from
 * click to click it goes evenly. 0 before the first, all beats after the last.
 *
 * @example
 * beatAfter({ clicks: [{ beat: 0, atS: 0 }, { beat: 1, atS: 0.5 }], lastsS: 1.5 }, 2, 1) // 1.5
 */
export function beatAfter(
  {
    clicks,
    lastsS,
  }: { readonly clicks: readonly Pick<TimedClick, 'beat' | 'atS'>[]; readonly lastsS: number },
  beats: number,
  atS: number,
): number {
  const index = clicks.findLastIndex((one) => one.atS <= atS + 1e-9);
  const now = clicks[index];
  if (!now) return 0;
  const next = clicks[index + 1] ?? { beat: beats, atS: lastsS };
  const part = next.atS > now.atS ? (atS - now.atS) / (next.atS - now.atS) : 0;
  return Math.min(beats, between(now.beat, next.beat, Math.max(0, part)));
}

/**
 * Finds the beat of a pass that sounds at a time of its recording, with parts of a beat: within a bar it goes
 * evenly. Null before its first bar; all beats after the last. The times are those of each bar's beginning, and
 * last of the last one's end.
 *
 * @example
 * beatInRecording([{ from: 0, until: 4 }, { from: 4, until: 7 }], [10, 12, 15], 13) // 5
 */
export function beatInRecording(
  bars: readonly { readonly from: number; readonly until: number }[],
  recordedS: readonly number[],
  atS: number,
): number | null {
  const index = recordedS.findLastIndex((one) => one <= atS);
  if (index < 0) return null;
  const [bar, fromS, untilS] = [bars[index], recordedS[index], recordedS[index + 1]];
  if (!bar || fromS === undefined || untilS === undefined) return bars.at(-1)?.until ?? 0;
  return between(bar.from, bar.until, (atS - fromS) / (untilS - fromS));
}

function between(from: number, to: number, part: number): number {
  return from * (1 - part) + to * part;
}
