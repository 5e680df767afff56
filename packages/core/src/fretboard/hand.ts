import { millimetres, type Millimetres } from '../units';
import type { Finger } from './grip';
import { assumed } from '../constants';

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

/** Comfortable reach between fingers, by the one and the other, 1 to 4. */
const COMFORT: readonly (readonly number[])[] = (() => {
  const [r12, r23, r34] = [assumed('reach12Mm'), assumed('reach23Mm'), assumed('reach34Mm')];
  const [r13, r24, r14] = [assumed('reach13Mm'), assumed('reach24Mm'), assumed('reach14Mm')];
  return [
    [],
    [0, 0, r12, r13, r14],
    [0, r12, 0, r23, r24],
    [0, r13, r23, 0, r34],
    [0, r14, r24, r34, 0],
  ];
})();

/**
 * Gives the distance of a fret from the nut, L·(1 − 2^(−n/12)) of equal temperament.
 *
 * @example
 * Math.round(fretPosition(12, 648)) // 324
 */
export function fretPosition(fretFromNut: number, scaleLengthMm: number): Millimetres {
  return millimetres(scaleLengthMm * (1 - 2 ** (-fretFromNut / 12)));
}

const NUT_MM = assumed('stringSpacingNutMm');
const BRIDGE_MM = assumed('stringSpacingBridgeMm');

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
  const known = typeof a === 'number' && typeof b === 'number' ? COMFORT[a]?.[b] : undefined;
  return millimetres((known ?? Infinity) * hand.stretch);
}

const FURTHEST = assumed('reachMaximalRatio');
const FURTHEST_NEXT = assumed('reachMaximalNextRatio');

/**
 * Gives the furthest two fingers of this hand are asked to reach, in mm: over the comfortable by the
 * ratio of the assumptions table, more between fingers 2 and 3 or 3 and 4; unbounded for the thumb.
 *
 * @example
 * Math.round(furthestReach(1, 3, USUAL_HAND)) // 112
 */
export function furthestReach(a: Finger, b: Finger, hand: Hand): Millimetres {
  const isNext = a !== 1 && b !== 1 && Math.abs(Number(a) - Number(b)) === 1;
  return millimetres(comfortableReach(a, b, hand) * (isNext ? FURTHEST_NEXT : FURTHEST));
}

function spacingAt(x: number, hand: Hand): number {
  return NUT_MM + (BRIDGE_MM - NUT_MM) * (x / hand.scaleLengthMm);
}
