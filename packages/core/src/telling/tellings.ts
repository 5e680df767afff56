import { counted } from '../wording';
import { cellsOver, parseMeter, parseSlot, type Meter, type Pattern, type Slot } from '../rhythm';
import { placeStrokes, type ToldStroke } from './placements';
import { readTaps } from './taps';
import { parseTold, type ToldSwing } from './told';

/** One pattern that may be meant, with what makes it so. */
export interface PatternWay {
  readonly label: string;
  readonly pattern: Pattern;
}

/** What a telling may mean, best first, and what is to be said about it. */
export interface PatternTelling {
  readonly says: string;
  readonly ways: readonly PatternWay[];
}

const WAYS_A_GRID = 3;
const MOST_SLOTS = 192;
const REST: Slot = { kind: 'rest' };

interface Grid {
  readonly label: string;
  readonly empty: Pattern;
}

/** Meters that may have been meant where the strokes do not fill the song's own. */
const OTHER_METERS = ['2/4', '3/4', '4/4', '5/4', '6/8', '7/8', '12/8'] as const;

/** "all downs", "down on every beat". */
const ALL_DOWNS =
  /^(all|only|just) downs?(strokes|strums)?$|^downs? (on )?(every|each|all|the) beats?$/i;

/**
 * Reads a pattern as teachers say it, "down-up down-up" or "DU DU D DU", or as a row of strings or
 * fingers, "5 2 3 1" or "p m i a", and gives every way it may fit, best first. No words: no ways
 * and nothing to say.
 *
 * @example
 * readTelling('DU DU D DU', { beats: 4, unit: 4, groups: [4] }).says // 'It fits one bar in 8 in 1 way.'
 * @example
 * readTelling('p i m a m', { beats: 4, unit: 4, groups: [4] }).ways[0]?.label // 'one bar in 8: 5 + 3, its end cut short'
 */
export function readTelling(text: string, meter: Meter): PatternTelling {
  if (text.trim() === '') return { says: '', ways: [] };
  const row = rowOf(text);
  if (row.length > 0) return tellRow(row, gridsFor(meter));
  const told = ALL_DOWNS.test(text.trim()) ? allDowns(meter) : parseTold(text);
  return told && told.length > 0
    ? tellStrokes(told, meter)
    : {
        says: 'These words are neither downs and ups, with a chuck, a slap or a miss among them, nor a row of strings.',
        ways: [],
      };
}

/**
 * Gives the pattern that taps mean (seconds, rising), downs on even slots and ups on odd ones;
 * undefined for fewer than three taps, or where they go on for more than 192 slots.
 *
 * @example
 * patternOfTaps([0, 0.5, 1, 1.5], { beats: 4, unit: 4, groups: [4] })?.label // 'tapped at 120 bpm, 1 a beat, 100 % on the grid'
 */
export function patternOfTaps(tapsS: readonly number[], meter: Meter): PatternWay | undefined {
  const read = readTaps(tapsS, { beatsPerBar: meter.beats });
  if (!read) return undefined;
  const slotsPerBar = meter.beats * read.subdivision;
  const bars = Math.max(1, Math.ceil(((read.slots.at(-1) ?? 0) + 1) / slotsPerBar));
  if (bars * slotsPerBar > MOST_SLOTS) return undefined;
  const struck = new Set(read.slots);
  const slots = Array.from({ length: bars * slotsPerBar }, (_, slot) =>
    struck.has(slot) ? strummed(slot % 2 === 0 ? 'D' : 'U') : REST,
  );
  const sure = Math.round(read.confidence * 100);
  const label = `tapped at ${Math.round(read.bpm)} bpm, ${read.subdivision} a beat, ${sure} % on the grid`;
  return { label, pattern: { meter, bars, slotsPerBar, slots } };
}

/** The grids that are tried: a bar at two slots a beat (one in x/8), two bars of it, and twice as fine. */
function gridsFor(meter: Meter): readonly Grid[] {
  const coarse = meter.unit >= 8 ? meter.beats : meter.beats * 2;
  const grid = (label: string, slotsPerBar: number, bars: number): Grid => {
    const slots = Array<Slot>(slotsPerBar * bars).fill(REST);
    return { label: `${label} in ${slotsPerBar}`, empty: { meter, bars, slotsPerBar, slots } };
  };
  return [grid('one bar', coarse, 1), grid('two bars', coarse, 2), grid('one bar', coarse * 2, 1)];
}

function strummed(direction: ToldStroke): Slot {
  return { kind: 'strum', direction: direction === 'D' ? 'down' : 'up' };
}

function slotOf({ direction, what }: ToldSwing): Slot {
  if (what === 'miss') return REST;
  if (what === 'hit') return { kind: 'hit' };
  const strum = strummed(direction);
  return what === 'muted' && strum.kind === 'strum' ? { ...strum, sound: 'muted' } : strum;
}

function directions(told: readonly ToldSwing[]): readonly ToldStroke[] {
  return told.map(({ direction }) => direction);
}

function waysOn(told: readonly ToldSwing[], { label, empty }: Grid): readonly PatternWay[] {
  const strokes = directions(told);
  const { count, placements } = placeStrokes({ strokes, slots: empty.slots.length });
  return placements.slice(0, WAYS_A_GRID).map((placed) => {
    const struck = new Map(placed.map((slot, index) => [slot, told[index]]));
    const slots = empty.slots.map((rest, slot) => {
      const stroke = struck.get(slot);
      return stroke ? slotOf(stroke) : rest;
    });
    return { label: `${label}, ${counted(count, 'way')}`, pattern: { ...empty, slots } };
  });
}

/** The other meters whose bar the strokes fill in one way only, so that they may be what is meant. */
function otherMeters(strokes: readonly ToldStroke[], own: Meter): readonly string[] {
  return OTHER_METERS.flatMap((text) => {
    const meter = parseMeter(text);
    const [grid] = meter ? gridsFor(meter) : [];
    const isOwn = meter?.beats === own.beats && meter.unit === own.unit;
    if (!grid || isOwn) return [];
    return placeStrokes({ strokes, slots: grid.empty.slots.length }).count === 1 ? [text] : [];
  });
}

function tellStrokes(told: readonly ToldSwing[], meter: Meter): PatternTelling {
  const strokes = directions(told);
  // The first grid that takes the words at all is meant; finer ones only where it does not.
  const grids = gridsFor(meter);
  const ways = grids.map((grid) => waysOn(told, grid)).find((some) => some.length > 0) ?? [];
  const [coarse] = grids;
  const fits = coarse ? placeStrokes({ strokes, slots: coarse.empty.slots.length }).count : 0;
  const where = coarse?.label ?? '';
  if (fits > 0) return { ways, says: `It fits ${where} in ${counted(fits, 'way')}.` };
  const others = otherMeters(strokes, meter);
  const other = others.length === 0 ? '' : ` In ${others.join(' or ')} it would fill one bar.`;
  const says =
    ways.length > 0
      ? `It does not fit ${where} with the hand swinging evenly; it needs two bars or a finer grid.${other} Choose, or tap it.`
      : `${strokes.length} strokes fit no grid here with the hand swinging evenly.${other} Tap it, or write it as a free pattern.`;
  return { ways, says };
}

function allDowns({ beats }: Meter): readonly ToldSwing[] {
  return Array.from({ length: beats }, () => ({ direction: 'D', what: 'strum' }));
}

/** A picking pattern said as a row, "5 2 3 1" or "p m i a"; empty when it is none. */
function rowOf(text: string): readonly Slot[] {
  const slots = text
    .trim()
    .split(/[\s,]+/)
    .map(parseSlot);
  const isPicked = slots.some((slot) => slot?.kind === 'pluck');
  return isPicked && slots.every((slot) => slot !== undefined) ? slots : [];
}

function tellRow(row: readonly Slot[], grids: readonly Grid[]): PatternTelling {
  const ways = grids.flatMap(({ label, empty }): readonly PatternWay[] => {
    const count = empty.slots.length;
    const parts = cellsOver(row.length, count);
    const whole = count - (count % row.length);
    const cut = empty.slots.map((rest, slot) => row[slot % row.length] ?? rest);
    const sum = `${label}: ${parts.join(' + ')}`;
    if (whole === count) return [{ label: sum, pattern: { ...empty, slots: cut } }];
    const ringing = cut.map((one, slot) => (slot < whole ? one : REST));
    return [
      { label: `${sum}, its end cut short`, pattern: { ...empty, slots: cut } },
      { label: `${sum}, its end left to ring`, pattern: { ...empty, slots: ringing } },
    ];
  });
  const says = `A row of ${row.length}, repeated until the bar is full.`;
  return ways.some(({ label }) => label.includes('end'))
    ? { ways, says: `${says} Say how it ends where it does not divide the bar.` }
    : { ways, says };
}
