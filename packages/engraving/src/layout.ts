import { beatsToNumber } from '@harvu/core/units';
import type { RiffNote } from '@harvu/core/riff';

/** A bar of a riff where it stands, in beats from its start. */
export interface RiffBar {
  readonly from: number;
  readonly beats: number;
  /** Slots a beat in which everything that begins has its place. */
  readonly slotsPerBeat: number;
}

/** Bars side by side, and how wide a slot is in them. */
export interface BarRow {
  readonly bars: readonly RiffBar[];
  readonly slotWidth: number;
}

const SUBDIVISIONS = [1, 2, 3, 4, 6, 8, 12] as const;
const LEAST_SLOT = 19;
const MOST_SLOT = 52;
const MOST_BARS = 4;
/** What stands before the first string line, and between two bars. */
export const LEFT = 22;
const RIGHT = 6;
export const BAR_PADDING = 12;

/** How wide some bars are at a width of their slots. */
export function widthOf(bars: readonly RiffBar[], slotWidth: number): number {
  return bars.reduce((sum, bar) => sum + slotsOf(bar) * slotWidth + BAR_PADDING, 0);
}

/** Gives the bars of a riff with their grids. */
export function barsOf(
  notes: readonly Pick<RiffNote, 'at'>[],
  barBeats: readonly number[],
  least: number,
): readonly RiffBar[] {
  let from = 0;
  return barBeats.map((beats) => {
    const start = from;
    from += beats;
    const within = notes
      .map((one) => beatsToNumber(one.at) - start)
      .filter((beat) => beat >= -1e-9 && beat < beats - 1e-9);
    return { from: start, beats, slotsPerBeat: gridOf(within, least) };
  });
}

/** Lays bars into rows, at most four side by side and as many in each, as wide as there is room. */
export function rowsOf(bars: readonly RiffBar[], width: number): readonly BarRow[] {
  const room = width - LEFT - RIGHT;
  const least = packed(bars, room, MOST_BARS).length;
  const rows = packed(bars, room, Math.ceil(bars.length / Math.max(1, least)));
  return rows.map((row) => {
    const slots = row.reduce((sum, bar) => sum + slotsOf(bar), 0);
    const widest = (room - row.length * BAR_PADDING) / Math.max(1, slots);
    return { bars: row, slotWidth: Math.max(8, Math.min(MOST_SLOT, widest)) };
  });
}

/** Where a beat of a bar stands, from the left edge of the bar. */
export function slotX(bar: RiffBar, beat: number, slotWidth: number): number {
  return BAR_PADDING / 2 + ((beat - bar.from) * bar.slotsPerBeat + 0.5) * slotWidth;
}

function isOn(beat: number, slots: number): boolean {
  const place = beat * slots;
  return Math.abs(place - Math.round(place)) < 1e-6;
}

/** The coarsest grid on which all of a bar begins, with at least so many slots a beat as people count. */
function gridOf(beats: readonly number[], least: number): number {
  const fits = SUBDIVISIONS.find(
    (slots) => slots >= least && beats.every((one) => isOn(one, slots)),
  );
  return fits ?? 4;
}

function slotsOf({ beats, slotsPerBeat }: RiffBar): number {
  return Math.max(1, Math.round(beats * slotsPerBeat));
}

function packed(bars: readonly RiffBar[], room: number, most: number): readonly RiffBar[][] {
  const rows: RiffBar[][] = [];
  for (const bar of bars) {
    const row = rows.at(-1);
    const isFull = !row || row.length >= most || widthOf([...row, bar], LEAST_SLOT) > room;
    if (isFull) rows.push([bar]);
    else row.push(bar);
  }
  return rows;
}
