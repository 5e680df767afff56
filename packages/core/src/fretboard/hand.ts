import { assumed } from '../assumptions';
import { millimetres, type Millimetres } from '../units';
import type { Finger } from './grip';

/** Where a fingertip is: the fret from the capo, and the place of the string, 0 the lowest. */
export interface Place {
  readonly fret: number;
  readonly place: number;
}

/** The hand and neck a grip is judged for. */
export interface Hand {
  readonly scaleLengthMm: number;
  readonly capo: number;
  /** What this hand reaches beside the usual one: its stretch from finger 1 to 4 over 105 mm. */
  readonly stretch: number;
}

/** A usual hand on a full-size neck without capo. */
export const USUAL_HAND: Hand = { scaleLengthMm: assumed('scaleLengthMm'), capo: 0, stretch: 1 };

const COMFORT: Readonly<Record<string, number>> = {
  '1-2': assumed('reach12Mm'),
  '2-3': assumed('reach23Mm'),
  '3-4': assumed('reach34Mm'),
  '1-3': assumed('reach13Mm'),
  '2-4': assumed('reach24Mm'),
  '1-4': assumed('reach14Mm'),
};

/**
 * Gives the distance of a fret from the nut, L·(1 − 2^(−n/12)) of equal temperament.
 *
 * @example
 * Math.round(fretPosition(12, 648)) // 324
 */
export function fretPosition(fretFromNut: number, scaleLengthMm: number): Millimetres {
  return millimetres(scaleLengthMm * (1 - 2 ** (-fretFromNut / 12)));
}

function spacingAt(x: number, hand: Hand): number {
  const nut = assumed('stringSpacingNutMm');
  return nut + (assumed('stringSpacingBridgeMm') - nut) * (x / hand.scaleLengthMm);
}

/**
 * Measures how far apart two fingertips are, along the neck and across its strings.
 *
 * @example
 * Math.round(reachBetween({ fret: 3, place: 0 }, { fret: 1, place: 4 }, USUAL_HAND) * 10) / 10 // 73.3
 */
export function reachBetween(a: Place, b: Place, hand: Hand): Millimetres {
  const xa = fretPosition(a.fret + hand.capo, hand.scaleLengthMm);
  const xb = fretPosition(b.fret + hand.capo, hand.scaleLengthMm);
  const across = (a.place - b.place) * spacingAt((xa + xb) / 2, hand);
  return millimetres(Math.hypot(xa - xb, across));
}

/**
 * Gives the comfortable reach between two fingers of this hand, in mm; unbounded for the thumb.
 *
 * @example
 * comfortableReach(1, 3, USUAL_HAND) // 80
 */
export function comfortableReach(a: Finger, b: Finger, hand: Hand): Millimetres {
  const key = String(a) < String(b) ? `${a}-${b}` : `${b}-${a}`;
  return millimetres((COMFORT[key] ?? Infinity) * hand.stretch);
}
