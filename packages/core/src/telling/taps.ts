import { bpm, type Bpm } from '../units';

/** What taps mean: a tempo, a grid, and the slot of each tap. */
export interface TappedRhythm {
  readonly bpm: Bpm;
  /** Slots a beat. */
  readonly subdivision: 1 | 2 | 3 | 4;
  /** The slot of each tap, the first on 0. */
  readonly slots: readonly number[];
  /** From 0 to 1: how closely the taps lie on the grid, and how clearly no other does. */
  readonly confidence: number;
}

const FEWEST = 3;
const MOST = 500;
const SLOWEST_SLOT_S = 1.6;
const FASTEST_SLOT_S = 0.07;
/** Tempos people tap: the middle is likeliest, an octave off is as good as another tempo. */
const LIKELY_BPM = 96;
const TEMPO_SPREAD_OCTAVES = 0.75;
const DIVISORS = [1, 2, 3, 4, 6] as const;
const SUBDIVISIONS = [1, 2, 3, 4] as const;
/** A finer grid always fits better; each doubling has to earn this much. */
const FINENESS_COST = 0.045;
const UNUSED_COST = 0.06;

interface Grid {
  readonly slotS: number;
  readonly slots: readonly number[];
  /** Mean distance of taps from their slots, in slots. */
  readonly error: number;
}

interface Reading extends Grid {
  readonly subdivision: 1 | 2 | 3 | 4;
  readonly bpm: number;
  readonly cost: number;
}

/**
 * Finds the tempo and grid that explain taps best (seconds, rising), the first tap on a beat, and
 * how sure that is; undefined for fewer than three taps, more than 500, or times that do not rise.
 *
 * @example
 * readTaps([0, 0.5, 1, 1.5]).bpm // 120
 * @example
 * readTaps([0, 1]) // undefined
 */
export function readTaps(
  tapsS: readonly number[],
  { beatsPerBar = 4 }: { readonly beatsPerBar?: number } = {},
): TappedRhythm | undefined {
  const isRising = tapsS.every(
    (tap, i) => Number.isFinite(tap) && (i === 0 || tap > (tapsS[i - 1] ?? 0)),
  );
  if (tapsS.length < FEWEST || tapsS.length > MOST || !isRising) return undefined;
  const readings = gridsFor(tapsS).flatMap((grid) => readingsOf(grid, beatsPerBar));
  const best = readings.reduce<Reading | undefined>(
    (low, one) => (low && low.cost <= one.cost ? low : one),
    undefined,
  );
  if (!best) return undefined;
  const closeness = Math.max(0, 1 - best.error * 4);
  return {
    bpm: bpm(Math.round(best.bpm * 10) / 10),
    subdivision: best.subdivision,
    slots: best.slots,
    confidence: Math.round(closeness * 100) / 100,
  };
}

/** The value in the middle, always one that was tapped: between two of them lies no rhythm. */
function middleOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}

function round(times: readonly number[], slotS: number, startS: number): readonly number[] {
  return times.map((time) => Math.round((time - startS) / slotS));
}

/** Least squares of the taps over their slots gives the grid that lies closest. */
function fitted(times: readonly number[], guessS: number): Grid | undefined {
  let [slotS, startS] = [guessS, times[0] ?? 0];
  let slots = round(times, slotS, startS);
  for (let pass = 0; pass < 3; pass++) {
    const n = times.length;
    const meanSlot = slots.reduce((sum, one) => sum + one, 0) / n;
    const meanTime = times.reduce((sum, one) => sum + one, 0) / n;
    const spread = slots.reduce((sum, one) => sum + (one - meanSlot) ** 2, 0);
    if (spread === 0) return undefined;
    slotS =
      slots.reduce((sum, one, i) => sum + (one - meanSlot) * ((times[i] ?? 0) - meanTime), 0) /
      spread;
    startS = meanTime - meanSlot * slotS;
    if (!(slotS > FASTEST_SLOT_S && slotS < SLOWEST_SLOT_S)) return undefined;
    slots = round(times, slotS, startS);
  }
  const rising = slots.every((slot, i) => i === 0 || slot > (slots[i - 1] ?? 0));
  if (!rising) return undefined;
  const off = times.map((time, i) => Math.abs((time - startS) / slotS - (slots[i] ?? 0)));
  const first = slots[0] ?? 0;
  const error = off.reduce((sum, one) => sum + one, 0) / off.length;
  return { slotS, slots: slots.map((slot) => slot - first), error };
}

function gridsFor(times: readonly number[]): readonly Grid[] {
  const gaps = times.slice(1).map((time, i) => time - (times[i] ?? 0));
  const shortest = Math.min(...gaps);
  const near = gaps.filter((gap) => gap < shortest * 1.35);
  const bases = [middleOf(near), middleOf(gaps)];
  return bases.flatMap((base) => DIVISORS.flatMap((by) => fitted(times, base / by) ?? []));
}

function greatestStep(slots: readonly number[]): number {
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
  return slots.reduce((step, slot) => gcd(step, slot), 0);
}

function readingsOf(grid: Grid, beatsPerBar: number): readonly Reading[] {
  const span = (grid.slots.at(-1) ?? 0) + 1;
  const isTooFine = greatestStep(grid.slots) > 1;
  return SUBDIVISIONS.map((subdivision) => {
    const tempo = 60 / (grid.slotS * subdivision);
    const octaves = Math.log2(tempo / LIKELY_BPM) / TEMPO_SPREAD_OCTAVES;
    const triplet = subdivision === 3 ? 0.05 : 0;
    const bars = span / (subdivision * beatsPerBar);
    const endsOdd = Math.abs(bars - Math.max(1, Math.ceil(bars))) > 0.5 ? 0.02 : 0;
    const cost =
      grid.error * 2 +
      Math.log2(Math.max(1, span / grid.slots.length)) * FINENESS_COST +
      (isTooFine ? UNUSED_COST : 0) +
      0.06 * octaves ** 2 +
      triplet +
      endsOdd;
    return { ...grid, subdivision, bpm: tempo, cost };
  });
}
