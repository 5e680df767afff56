import type { Bands } from './bands';

/** How suddenly a sound rises, frame by frame, low, middle, high and highest by themselves. */
export interface Rises {
  /** One row a group of bands, in dB on the mean over its bands. */
  readonly groups: readonly Float32Array[];
  /** All groups together. */
  readonly all: Float32Array;
  /** All bands together as sound pressure, so that what is loud counts more. */
  readonly pressure: Float32Array;
}

/** Groups of bands begin at these. */
const GROUP_HERTZ: readonly number[] = [0, 300, 1500, 4500];
/** A band is compared with itself and its neighbours so many frames ago: a bent note is no stroke. */
const LAG = 3;
/** More than this in one band says no more. */
const MOST_DB = 12;
/** What a band holds in its quietest moments is taken for noise. */
const QUIET_SHARE = 0.08;
const OVER_NOISE = 2;
/** Softer than this beside the loudest band of the take, nothing is a stroke: 66 dB. */
const SOFTEST = 0.0005;

/** A value that so large a share of some values do not reach. */
export function quantileOf(values: ArrayLike<number>, share: number): number {
  const sorted = Float32Array.from(values).sort();
  return sorted[Math.floor(share * (sorted.length - 1))] ?? 0;
}

/**
 * Works out how suddenly the bands of a sound rise (log-spectral flux over a maximum of neighbouring
 * bands); all zero for silence.
 *
 * @example
 * risesOf(bandsOf(new Float32Array(4410), 44100)).all.every((one) => one === 0) // true
 */
export function risesOf(bands: Bands): Rises {
  const group = groupsOf(bands);
  const counts = GROUP_HERTZ.map((_, at) => group.filter((one) => one === at).length);
  const groups = GROUP_HERTZ.map(() => new Float32Array(bands.frames));
  const pressure = new Float32Array(bands.frames);
  const decibels = overNoise(bands);
  group.forEach((own, place) => {
    const into = groups[own];
    const weight = 1 / Math.max(1, counts[own] ?? 1);
    if (into) addRises(into, decibels, { place, weight, most: MOST_DB });
    addRises(pressure, bands.rows, { place, weight: 1, most: Infinity });
  });
  const all = pressure.map((_, at) => groups.reduce((sum, one) => sum + (one[at] ?? 0), 0));
  return { groups, all, pressure };
}

/** Two moments of a take, in frames, and the bands that are not looked at. */
export interface Between {
  readonly before: number;
  readonly after: number;
  readonly but: ReadonlySet<number>;
}

/**
 * Works out how much louder each group of bands is at one moment than at another, in dB on the mean over
 * its bands: what is left of a stroke when a short sound is gone.
 *
 * @example
 * stayingRises(bandsOf(new Float32Array(4410), 44100), [{ before: 0, after: 5, but: new Set() }])[0]?.[0] // 0
 */
export function stayingRises(bands: Bands, moments: readonly Between[]): readonly number[][] {
  const group = groupsOf(bands);
  const counts = GROUP_HERTZ.map((_, at) => group.filter((one) => one === at).length);
  const rows = overNoise(bands);
  return moments.map(({ before, after, but }) => {
    const sums = GROUP_HERTZ.map(() => 0);
    group.forEach((own, place) => {
      if (but.has(place)) return;
      const then = Math.max(...[-1, 0, 1].map((off) => rows[place + off]?.[before] ?? -Infinity));
      const rise = Math.min(MOST_DB, (rows[place]?.[after] ?? -Infinity) - then);
      if (rise > 0) sums[own] = (sums[own] ?? 0) + rise / Math.max(1, counts[own] ?? 1);
    });
    return sums;
  });
}

/** Each band in dB, no lower than its own noise: the least it is compared with (adaptive whitening). */
function overNoise({ rows }: Bands): readonly Float32Array[] {
  const loudest = rows.reduce((top, row) => row.reduce((most, one) => Math.max(most, one), top), 0);
  return rows.map((row) => {
    const floor = Math.max(quantileOf(row, QUIET_SHARE) * OVER_NOISE, loudest * SOFTEST, 1e-9);
    return row.map((one) => 20 * Math.log10(Math.max(one, floor)));
  });
}

function groupsOf(bands: Bands): readonly number[] {
  return bands.hertz.map((one) => GROUP_HERTZ.findLastIndex((from) => one >= from));
}

/** Adds how far a row rises over itself and its neighbours a moment ago. */
function addRises(
  into: Float32Array,
  rows: readonly Float32Array[],
  {
    place,
    weight,
    most,
  }: { readonly place: number; readonly weight: number; readonly most: number },
): void {
  const row = rows[place];
  if (!row) return;
  const below = rows[place - 1] ?? row;
  const above = rows[place + 1] ?? row;
  for (let at = LAG; at < row.length; at += 1) {
    const then = at - LAG;
    const before = Math.max(row[then] ?? 0, below[then] ?? 0, above[then] ?? 0);
    const rise = (row[at] ?? 0) - before;
    if (rise > 0) into[at] = (into[at] ?? 0) + weight * Math.min(most, rise);
  }
}
