import type { Bands } from './bands';
import { quantileOf } from './rises';

/** A short tone that comes and goes: where, in which band, how loud. */
interface Blip {
  readonly frame: number;
  readonly band: number;
  readonly loud: number;
}

/** A click that bleeds in: in which bands, at which frames. */
export interface HeardClick {
  readonly bands: readonly number[];
  readonly frames: readonly number[];
}

const LOWEST_HERTZ = 450;
const HIGHEST_HERTZ = 5000;
/** Before and after, a tone that is a click is so much softer, so many frames away. */
const OVER_SIDES = 3.5;
const BEFORE = 5;
const AFTER = 10;
/** Bands so far away hear nothing of a pure tone. */
const ELSEWHERE = 3;
const OVER_ELSEWHERE = 2.5;
/** Softer than this beside the loudest, it does no harm. */
const SOFTEST = 0.004;
const LEAST_BLIPS = 4;
const LEAST_REGULAR = 0.6;
/** A clock is as exact as a frame. */
const OFF_FRAMES = 1.6;
const SHORTEST_S = 0.2;
const LONGEST_S = 2.2;
/** Bands about a click's own are taken with it, for so many frames. */
const WIDE = 3;
const LEADS = 4;
const LASTS = 12;
/** What of a click is heard in all other bands is so much softer than itself. */
const ELSEWHERE_SHARE = 0.04;
const TWICE = 1.6;

/** A beat that is as even as a clock: every so many frames from one. */
interface Grid {
  readonly from: number;
  readonly every: number;
  readonly on: readonly Blip[];
}

/**
 * Finds the click that bleeds into a take: short pure tones as even as a clock; undefined where there is
 * none.
 *
 * @example
 * clickIn(bandsOf(new Float32Array(4410), 44100)) // undefined
 */
export function clickIn(bands: Bands): HeardClick | undefined {
  const blips = blipsIn(bands);
  const byBand = bands.hertz.map((_, band) =>
    blips.filter((one) => Math.abs(one.band - band) <= 1),
  );
  const grids = byBand.flatMap((own) =>
    own.length < LEAST_BLIPS ? [] : (gridOf(own, bands) ?? []),
  );
  const best = grids.reduce<Grid | undefined>(
    (most, one) => (most && most.on.length >= one.on.length ? most : one),
    undefined,
  );
  if (!best) return undefined;
  const on = blips.filter(({ frame }) => offGrid(frame, best.from, best.every) <= OFF_FRAMES);
  const own = new Set(
    on
      .map(({ band }) => band)
      .filter((band, _, all) => all.filter((one) => one === band).length > 1),
  );
  const first = best.from - Math.floor(best.from / best.every) * best.every;
  const count = Math.max(0, Math.ceil((bands.frames - first) / best.every));
  return {
    bands: [...own],
    frames: Array.from({ length: count }, (_, at) => Math.round(first + at * best.every)),
  };
}

/** The bands in which a click is heard plainly. */
export function wideOf({ bands }: HeardClick): ReadonlySet<number> {
  const about = Array.from({ length: 2 * WIDE + 1 }, (_, at) => at - WIDE);
  return new Set(bands.flatMap((band) => about.map((off) => band + off)));
}

/**
 * Takes a click out of the bands of a take: in its own bands what was there before goes on, and from all
 * others what is heard of it there is taken away; a stroke at the same moment stays.
 *
 * @example
 * withoutClick(bandsOf(new Float32Array(4410), 44100), { bands: [], frames: [] }).frames // 13
 */
export function withoutClick(bands: Bands, click: HeardClick): Bands {
  const { bands: own, frames } = click;
  const wide = wideOf(click);
  const peak = Math.max(
    0,
    ...own.map((band) =>
      quantileOf(
        frames.map((frame) => valueAt(bands.rows, band, frame)),
        0.5,
      ),
    ),
  );
  const rows = bands.rows.map((row, band) => {
    const isOwn = wide.has(band);
    const out = row.slice();
    for (let off = -LEADS; off <= LASTS; off += 1) {
      const heard = frames.map((frame) =>
        Math.max(0, (row[frame + off] ?? 0) - (row[frame - LEADS - 1] ?? 0)),
      );
      const usual = Math.min(ELSEWHERE_SHARE * peak, quantileOf(heard, 0.25)) * TWICE;
      for (const frame of frames) {
        const at = frame + off;
        if (at < 0 || at >= row.length) continue;
        const before = row[Math.max(0, frame - LEADS - 1)] ?? 0;
        const now = row[at] ?? 0;
        // A stroke at the same moment is heard after the click, and is taken to begin with it.
        const after = off < 0 ? 0 : (row[frame + LASTS + 1] ?? 0);
        out[at] = isOwn
          ? Math.min(now, Math.max(before, after))
          : Math.max(Math.min(now, before), now - usual);
      }
    }
    return out;
  });
  return { ...bands, rows };
}

function valueAt(rows: readonly Float32Array[], band: number, frame: number): number {
  return rows[band]?.[frame] ?? 0;
}

function isBlip({ rows }: Bands, band: number, frame: number): boolean {
  const own = valueAt(rows, band, frame);
  const sides = Math.max(valueAt(rows, band, frame - BEFORE), valueAt(rows, band, frame + AFTER));
  if (own < OVER_SIDES * sides) return false;
  if (own < valueAt(rows, band, frame - 1) || own <= valueAt(rows, band, frame + 1)) return false;
  const beside = Math.max(valueAt(rows, band - 1, frame), valueAt(rows, band + 1, frame));
  if (own < beside) return false;
  const rise = (place: number): number =>
    valueAt(rows, place, frame) - valueAt(rows, place, frame - BEFORE);
  const elsewhere = Math.max(
    ...[-ELSEWHERE - 1, -ELSEWHERE, ELSEWHERE, ELSEWHERE + 1].map((off) => rise(band + off)),
  );
  return own > OVER_ELSEWHERE * elsewhere;
}

function blipsIn(bands: Bands): readonly Blip[] {
  const loudest = bands.rows.reduce(
    (top, row) => row.reduce((most, one) => Math.max(most, one), top),
    0,
  );
  return bands.hertz.flatMap((hertz, band) => {
    if (hertz < LOWEST_HERTZ || hertz > HIGHEST_HERTZ) return [];
    const row = bands.rows[band] ?? new Float32Array(0);
    return Array.from(row.keys()).flatMap((frame) => {
      const loud = row[frame] ?? 0;
      return loud > SOFTEST * loudest && isBlip(bands, band, frame) ? [{ frame, band, loud }] : [];
    });
  });
}

function offGrid(frame: number, from: number, every: number): number {
  const beats = (frame - from) / every;
  return Math.abs(beats - Math.round(beats)) * every;
}

/** Fits a grid to some blips again, from those that lie on it. */
function fitted(blips: readonly Blip[], from: number, every: number): Grid {
  const on = blips.filter(({ frame }) => offGrid(frame, from, every) <= OFF_FRAMES * 2);
  const beats = on.map(({ frame }) => Math.round((frame - from) / every));
  const meanBeat = beats.reduce((sum, one) => sum + one, 0) / on.length;
  const meanFrame = on.reduce((sum, one) => sum + one.frame, 0) / on.length;
  const spread = beats.reduce((sum, one) => sum + (one - meanBeat) ** 2, 0);
  const slope = on.reduce(
    (sum, one, at) => sum + ((beats[at] ?? 0) - meanBeat) * (one.frame - meanFrame),
    0,
  );
  const exact = spread > 0 ? slope / spread : every;
  const start = meanFrame - exact * meanBeat;
  return {
    from: start,
    every: exact,
    on: blips.filter(({ frame }) => offGrid(frame, start, exact) <= OFF_FRAMES),
  };
}

/** The beat that most blips of a band keep; undefined where they keep none. */
function gridOf(blips: readonly Blip[], { secondsAFrame }: Bands): Grid | undefined {
  let best: Grid | undefined;
  blips.forEach((one, at) => {
    for (const other of blips.slice(at + 1, at + 5)) {
      for (const parts of [1, 2, 3, 4]) {
        const every = (other.frame - one.frame) / parts;
        const seconds = every * secondsAFrame;
        if (seconds < SHORTEST_S || seconds > LONGEST_S) continue;
        const grid = fitted(blips, one.frame, every);
        // A finer grid fits more by chance; it has to fit more indeed.
        if (
          grid.on.length > (best?.on.length ?? 0) ||
          (grid.on.length === best?.on.length && grid.every > best.every * 1.2)
        )
          best = grid;
      }
    }
  });
  const isRegular = best && best.on.length >= Math.max(LEAST_BLIPS, LEAST_REGULAR * blips.length);
  return isRegular ? best : undefined;
}
