import Fraction from 'fraction.js';

/**
 * A position or length in beats of the meter's unit, exact: a whole number, or a reduced
 * fraction written "4/3". A plain value, so it travels in JSON and compares with `===`.
 */
export type Beats = number | `${number}/${number}`;

const MAX_TERM = 1_000_000;
const BEATS_TEXT = /^-?\d{1,7}(\/\d{1,7})?$/;

/**
 * Reads beats from unknown JSON; returns undefined for anything but a whole number or "n/d".
 *
 * @example
 * parseBeats('8/6') // '4/3'
 * @example
 * parseBeats('1/0') // undefined
 */
export function parseBeats(value: unknown): Beats | undefined {
  const text = String(value);
  if (!BEATS_TEXT.test(text) || /\/0+$/.test(text)) return undefined;
  const beats = new Fraction(text);
  return beats.n > MAX_TERM || beats.d > MAX_TERM ? undefined : toBeats(beats);
}

/**
 * Adds two lengths in beats.
 *
 * @example
 * addBeats('1/2', '1/3') // '5/6'
 */
export function addBeats(a: Beats, b: Beats): Beats {
  return isWhole(a) && isWhole(b) ? a + b : toBeats(new Fraction(a).add(b));
}

/**
 * Takes one length in beats from another.
 *
 * @example
 * subtractBeats(1, '1/3') // '2/3'
 */
export function subtractBeats(from: Beats, taken: Beats): Beats {
  return isWhole(from) && isWhole(taken) ? from - taken : toBeats(new Fraction(from).sub(taken));
}

/**
 * Adds lengths in beats; 0 for none.
 *
 * @example
 * sumBeats(['4/3', '4/3', '4/3']) // 4
 */
export function sumBeats(lengths: readonly Beats[]): Beats {
  return lengths.reduce(addBeats, 0);
}

/**
 * Divides a length in beats into equal parts; `parts` is a whole number from 1.
 *
 * @example
 * shareBeats(4, 3) // '4/3'
 */
export function shareBeats(length: Beats, parts: number): Beats {
  if (isWhole(length) && Number.isInteger(length / parts)) return length / parts;
  return toBeats(new Fraction(length).div(parts));
}

/**
 * Multiplies a length in beats by a whole number.
 *
 * @example
 * timesBeats('4/3', 3) // 4
 */
export function timesBeats(length: Beats, times: number): Beats {
  return isWhole(length) ? length * times : toBeats(new Fraction(length).mul(times));
}

/**
 * Gives beats as a floating number, for drawing and for seconds. Equal beats give equal numbers, as the
 * fractions are in lowest terms.
 *
 * @example
 * beatsToNumber('3/2') // 1.5
 */
export function beatsToNumber(beats: Beats): number {
  if (isWhole(beats)) return beats;
  const [over = '0', under = '1'] = beats.split('/');
  return Number(over) / Number(under);
}

function toBeats(value: Fraction): Beats {
  return value.d === 1n ? Number(value.s * value.n) : (value.toFraction() as Beats);
}

/** Most positions are whole; only the others are worth a fraction. */
function isWhole(beats: Beats): beats is number {
  return typeof beats === 'number';
}
