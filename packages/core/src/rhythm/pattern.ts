import { addBeats, beatsToNumber, shareBeats, timesBeats, type Beats } from '../units';
import type { Feel } from './feel';
import type { Meter } from './meter';
import { formatSlot, parseSlot, type Slot } from './slot';

/** What one hand does over one or more bars, on an even grid. */
export interface Pattern {
  readonly meter: Meter;
  readonly bars: number;
  /** The same in every bar; a whole number of slots a beat. */
  readonly slotsPerBar: number;
  readonly slots: readonly Slot[];
}

/** A pattern, or why the strokes make none. */
export type PatternReading =
  | { readonly ok: true; readonly pattern: Pattern }
  | {
      readonly ok: false;
      readonly code: 'stroke-unread' | 'pattern-fill';
      readonly message: string;
    };

/** Slots a beat that hands play in. */
const SUBDIVISIONS = [1, 2, 3, 4, 6] as const;

/**
 * Reads strokes into a pattern: a slot for each stroke or rest, "|" between bars; the bars have to
 * be alike and each fill its meter with 1, 2, 3, 4 or 6 slots a beat.
 *
 * @example
 * readPattern(parseMeter('4/4'), 'D U D U D - D U'.split(' ')).pattern.slotsPerBar // 8
 * @example
 * readPattern(parseMeter('4/4'), ['D', 'U', 'D']).message // '3 strokes and rests do not fill a bar of 4/4: it takes 1 more for 4.'
 */
export function readPattern(meter: Meter, strokes: readonly string[]): PatternReading {
  const bars = cut(strokes);
  const slots = bars.flat().map(parseSlot);
  const unread = bars.flat().find((_, index) => slots[index] === undefined);
  if (unread !== undefined) {
    const message = `"${unread}" is no stroke. Write D, U, x for a hit, - for a rest, or strings such as 5 or 5p+1a.`;
    return { ok: false, code: 'stroke-unread', message };
  }
  const slotsPerBar = bars[0]?.length ?? 0;
  const odd = bars.find(
    (bar) => bar.length !== slotsPerBar || !gridsOf(meter).includes(bar.length),
  );
  if (odd) return fillFault(meter, odd.length);
  const read = slots.filter((slot) => slot !== undefined);
  return { ok: true, pattern: { meter, bars: bars.length, slotsPerBar, slots: read } };
}

/**
 * Writes the strokes of a pattern as they are read, "|" between its bars.
 *
 * @example
 * strokesOf(readPattern(parseMeter('2/4'), ['D', 'U', '|', 'D', '-']).pattern) // ['D', 'U', '|', 'D', '-']
 */
export function strokesOf({ slots, slotsPerBar }: Pattern): readonly string[] {
  return slots.flatMap((slot, index) =>
    index > 0 && index % slotsPerBar === 0 ? ['|', formatSlot(slot)] : [formatSlot(slot)],
  );
}

/** Slots a beat that a swung feel bends: the off-beat comes late, what stands between is halved. */
const SWUNG_SUBDIVISIONS: readonly number[] = [2, 4];

/**
 * Gives where each slot of one bar of a pattern falls, in beats from the bar's start, exact. Swung 2:1, an
 * off-beat eighth falls at 2/3 of its beat and sixteenths at 0, 1/3, 2/3 and 5/6; grids of one, three and
 * six slots a beat are not swung.
 *
 * @example
 * slotBeats({ meter: { beats: 2, unit: 4, groups: [2] }, slotsPerBar: 8 }, { kind: 'swing', long: 2, short: 1 }) // [0, '1/3', '2/3', '5/6', 1, '4/3', '5/3', '11/6']
 */
export function slotBeats(
  { meter, slotsPerBar }: Pick<Pattern, 'meter' | 'slotsPerBar'>,
  feel: Feel,
): readonly Beats[] {
  const perBeat = slotsPerBar / meter.beats;
  const isSwung = feel.kind === 'swing' && SWUNG_SUBDIVISIONS.includes(perBeat);
  return Array.from({ length: slotsPerBar }, (_, slot) =>
    isSwung
      ? addBeats(Math.floor(slot / perBeat), swungInBeat(slot % perBeat, perBeat, feel))
      : shareBeats(timesBeats(meter.beats, slot), slotsPerBar),
  );
}

/**
 * Gives when each slot of a pattern sounds, in beats from its start, over all its bars.
 *
 * @example
 * slotTimes({ meter: { beats: 2, unit: 4, groups: [2] }, bars: 1, slotsPerBar: 4, slots: [] }, { kind: 'swing', long: 3, short: 1 }) // [0, 0.75, 1, 1.75]
 */
export function slotTimes(pattern: Pattern, feel: Feel): readonly number[] {
  const inBar = slotBeats(pattern, feel).map(beatsToNumber);
  return Array.from({ length: pattern.bars }, (_, bar) =>
    inBar.map((at) => bar * pattern.meter.beats + at),
  ).flat();
}

/**
 * Tells whether a slot sounds the chord that is held; rests, hits and strokes on open strings do not.
 *
 * @example
 * soundsChord({ kind: 'hit' }) // false
 */
export function soundsChord(slot: Slot): boolean {
  if (slot.kind === 'strum') return slot.sound !== 'open' && slot.sound !== 'muted';
  return slot.kind === 'pluck';
}

/**
 * Counts strokes a second at a tempo: rests do not count, everything the hand strikes does.
 *
 * @example
 * strokeRate({ meter: { beats: 4, unit: 4, groups: [4] }, bars: 1, slotsPerBar: 4, slots: [{ kind: 'hit' }, { kind: 'rest' }, { kind: 'hit' }, { kind: 'rest' }] }, 120) // 1
 */
export function strokeRate({ meter, bars, slots }: Pattern, tempoBpm: number): number {
  const strokes = slots.filter((slot) => slot.kind !== 'rest').length;
  return (strokes * tempoBpm) / (meter.beats * bars * 60);
}

/** The pattern grids of a meter, in slots a bar, coarsest first. */
function gridsOf({ beats }: Meter): readonly number[] {
  return SUBDIVISIONS.map((slots) => beats * slots);
}

function cut(strokes: readonly string[]): readonly (readonly string[])[] {
  return strokes.reduce<readonly (readonly string[])[]>(
    (bars, stroke) =>
      stroke === '|' ? [...bars, []] : [...bars.slice(0, -1), [...(bars.at(-1) ?? []), stroke]],
    [[]],
  );
}

function fillFault(meter: Meter, count: number): PatternReading {
  const grids = gridsOf(meter);
  const next = grids.find((grid) => grid > count);
  const before = grids.findLast((grid) => grid < count);
  const wants = [
    next === undefined ? '' : `${next - count} more for ${next}`,
    before === undefined ? '' : `${count - before} fewer for ${before}`,
  ].filter(Boolean);
  const bar = `${meter.beats}/${meter.unit}`;
  return {
    ok: false,
    code: 'pattern-fill',
    message: `${count} strokes and rests do not fill a bar of ${bar}: it takes ${wants.join(', or ')}.`,
  };
}

/** Where slot `slot` of `perBeat` in a beat falls, swung: the first half of the beat takes long/(long + short) of it. */
function swungInBeat(slot: number, perBeat: number, feel: Extract<Feel, { kind: 'swing' }>): Beats {
  const { long, short } = feel;
  const whole = perBeat * (long + short);
  const isFirstHalf = 2 * slot <= perBeat;
  const parts = isFirstHalf ? 2 * slot * long : perBeat * long + (2 * slot - perBeat) * short;
  return shareBeats(parts, whole);
}
