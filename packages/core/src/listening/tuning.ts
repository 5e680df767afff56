import type { HeardPitch } from './pitch';

/** How a string is tuned: how far off, and what to do. */
export interface StringTuning {
  /** 1 is the thinnest. */
  readonly string: number;
  /** Above or below its note, in hundredths of a semitone. */
  readonly cents: number;
  readonly does: 'in tune' | 'tune up' | 'tune down';
}

/** As near as this, nobody hears it. */
const IN_TUNE_CENTS = 3;
/** Further than this from every string, it is another note. */
const FURTHEST_CENTS = 350;
/** A string that was put on lately may be an octave and more too low. */
const FURTHEST_OF_ONE_CENTS = 1900;

/**
 * Tells which string is being tuned, by the nearest of its open notes (the thickest first, with the capo on
 * where it is), and which way; undefined where none is near. Where one string is named, from 1, the thinnest,
 * it is that one, as long as it is within an octave and a half.
 *
 * @example
 * stringTuned({ hertz: 108, midi: 45, cents: -31.8, clarity: 1 }, [40, 45, 50, 55, 59, 64]).does // 'tune up'
 */
export function stringTuned(
  { midi, cents: above }: HeardPitch,
  open: readonly number[],
  only?: number,
): StringTuning | undefined {
  const offs = open
    .map((one, place) => ({ string: open.length - place, cents: (midi - one) * 100 + above }))
    .filter(({ string }) => only === undefined || string === only);
  const near = offs.reduce<(typeof offs)[number] | undefined>(
    (best, one) => (best && Math.abs(best.cents) <= Math.abs(one.cents) ? best : one),
    undefined,
  );
  const furthest = only === undefined ? FURTHEST_CENTS : FURTHEST_OF_ONE_CENTS;
  if (!near || Math.abs(near.cents) > furthest) return undefined;
  const isNear = Math.abs(near.cents) <= IN_TUNE_CENTS;
  return { ...near, does: isNear ? 'in tune' : near.cents < 0 ? 'tune up' : 'tune down' };
}
