import { millimetres, type Millimetres } from '../units';
import type { Finger, Fingers, Grip } from './grip';
import { comfortableReach, furthestReach, reachBetween, type Hand, type Place } from './hand';

/** One finger laid over several strings at one fret. */
export interface Barre {
  readonly finger: Finger;
  readonly fret: number;
  /** Places of the outer strings it covers, 0 the lowest string. */
  readonly from: number;
  readonly to: number;
}

/** A way to hold a grip. */
export interface Fingering {
  readonly fingers: Fingers;
  readonly barres: readonly Barre[];
  /** The widest reach between two fingers. */
  readonly reachMm: Millimetres;
  /** Effort, lower is easier; only for comparing. */
  readonly cost: number;
}

type HeldFinger = Exclude<Finger, null>;

interface PlacedFinger extends Place {
  readonly finger: HeldFinger;
}

/** How a hand may take a grip. */
export interface FingeringOptions {
  /** The thumb may reach over the neck to the lowest string. */
  readonly thumb?: boolean;
}

const COST = {
  barre: 0.75,
  barredString: 0.28,
  amongOpen: 0.8,
  besideOpen: 2.4,
  mutedUnder: 3,
  thumb: 1.2,
  partialBarre: 2,
  /** The middle finger bends the wrong way to lie flat; the ring finger does it. */
  middleBarre: 0.8,
  /** At one fret fingers stand side by side. */
  sameFretGap: 0.35,
  /** Three strings in a row are easier under one flat finger than under three in one fret. */
  partialOverThree: 1,
  perFinger: 0.5,
  offPosition: 0.3,
  /** A finger behind its fret has to stretch; one that is ahead of it only lies closer. */
  behindPosition: 0.36,
  splitFirst: 3,
  reach: 2,
} as const;

const THUMB_SPAN = 2;

/** What a way of holding is built for. */
interface Holding {
  readonly grip: Grip;
  readonly places: readonly Place[];
  readonly hand: Hand;
}

const MANY_BETWEEN = 2;

/**
 * Lists the ways to hold a grip, easiest first; none when this hand cannot hold it.
 *
 * @example
 * fingeringsOf(parseGrip('022000'), USUAL_HAND).length > 1 // true
 */
export function fingeringsOf(
  grip: Grip,
  hand: Hand,
  options: FingeringOptions = {},
): readonly Fingering[] {
  return waysOf(grip, hand, options)
    .map((held) => toFingering(grip, held, hand))
    .sort((a, b) => a.cost - b.cost);
}

/**
 * Finds the easiest way to hold a grip with four fingers: fingers in fret order, one place each or
 * a barre; undefined when this hand cannot hold it.
 *
 * @example
 * formatFingers(fingeringOf(parseGrip('x32010'), USUAL_HAND).fingers) // '.32.1.'
 */
export function fingeringOf(
  grip: Grip,
  hand: Hand,
  options?: FingeringOptions,
): Fingering | undefined {
  return fingeringsOf(grip, hand, options)[0];
}

function frettedPlaces(grip: Grip): readonly Place[] {
  const places = grip.flatMap((fret, place) => (fret ? [{ fret, place }] : []));
  return places.sort((a, b) => a.fret - b.fret || a.place - b.place);
}

/**
 * A finger can lie over two strings only if nothing between them sounds lower than its fret; a muted
 * string under it is finger 1's alone, which another finger's tip then keeps quiet.
 */
function canBarre(grip: Grip, [a, b]: readonly [Place, Place], finger: number): boolean {
  if (a.fret !== b.fret) return false;
  const between = grip.slice(Math.min(a.place, b.place), Math.max(a.place, b.place) + 1);
  const muted = between.filter((fret) => fret === null).length;
  return (
    between.every((fret) => fret === null || fret >= a.fret) && muted <= (finger === 1 ? 1 : 0)
  );
}

/** A little finger or ring finger cannot lie flat under another finger's higher fret. */
function isLiftedByBarre(held: readonly PlacedFinger[], next: Place, finger: number): boolean {
  const laid = held.filter((one) => one.finger === finger);
  return laid.length > 0 && finger !== 1 && Math.abs((laid[0]?.place ?? 0) - next.place) > 3;
}

/** A finger too far from one that is down already rules out everything that follows. */
function isInReach(held: readonly PlacedFinger[], next: PlacedFinger, hand: Hand): boolean {
  return held.every(
    (one) =>
      one.finger === next.finger ||
      reachBetween(one, next, hand) <= furthestReach(one.finger, next.finger, hand),
  );
}

function assign(holding: Holding, held: readonly PlacedFinger[]): readonly PlacedFinger[][] {
  const { grip, places, hand } = holding;
  const next = places[held.length];
  if (!next) return [[...held]];
  const last = held.at(-1);
  return ([1, 2, 3, 4] as const).flatMap((finger) => {
    if (last && last.finger !== 'T' && finger < last.finger) return [];
    const first = held.find((one) => one.finger === finger);
    if (first && (!canBarre(grip, [first, next], finger) || isLiftedByBarre(held, next, finger)))
      return [];
    const taken = { ...next, finger };
    return isInReach(held, taken, hand) ? assign(holding, [...held, taken]) : [];
  });
}

function barresOf(held: readonly PlacedFinger[]): readonly Barre[] {
  return ([1, 2, 3, 4] as const).flatMap((finger) => {
    const laid = held.filter((one) => one.finger === finger);
    const places = laid.map((one) => one.place);
    const fret = laid[0]?.fret ?? 0;
    return laid.length > 1
      ? [{ finger, fret, from: Math.min(...places), to: Math.max(...places) }]
      : [];
  });
}

function pairsOf(
  held: readonly PlacedFinger[],
): readonly (readonly [PlacedFinger, PlacedFinger])[] {
  return held.flatMap((a, i) =>
    held.slice(i + 1).flatMap((b) => (a.finger === b.finger ? [] : [[a, b] as const])),
  );
}

function total(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0);
}

function isThreeInARow(grip: Grip, { fret, from, to }: Barre): boolean {
  return to - from === 2 && grip.slice(from, to + 1).every((one) => one === fret);
}

/**
 * Among open strings people stand on their tips: a finger laid flat mutes what should ring, the string
 * right beside it on the thin side most of all. Two thin strings under one tip, with nothing open
 * beyond them, are in nobody's way.
 */
function barreCost(grip: Grip, barre: Barre): number {
  const { finger, from, to } = barre;
  const partial = isThreeInARow(grip, barre) ? COST.partialOverThree : COST.partialBarre;
  const flat = partial + (finger === 2 ? COST.middleBarre : 0);
  const laid = finger === 1 ? COST.barre + COST.barredString * (to - from) : flat;
  const muted = grip.slice(from, to + 1).filter((fret) => fret === null).length;
  const isOneTip = to - from === 1 && !grip.slice(to + 1).includes(0);
  const among = grip.includes(0) && !isOneTip ? COST.amongOpen : 0;
  const open = grip[to + 1] === 0 ? COST.besideOpen : among;
  return laid + muted * COST.mutedUnder + open;
}

/**
 * Two tips at the lowest fret with a handful held further up between them: there finger 1 lies flat.
 * One finger between, as in an open D, leaves them room.
 */
function isFirstSplit(held: readonly PlacedFinger[]): boolean {
  const lowest = Math.min(...held.map((one) => one.fret));
  const low = held.filter((one) => one.fret === lowest && one.finger !== 'T');
  if (new Set(low.map((one) => one.finger)).size < 2) return false;
  const places = low.map((one) => one.place);
  const [from, to] = [Math.min(...places), Math.max(...places)];
  const between = held.filter((one) => one.fret > lowest && one.place > from && one.place < to);
  return between.length >= MANY_BETWEEN;
}

function positionCost({ finger, fret }: PlacedFinger, lowest: number): number {
  if (finger === 'T') return COST.thumb * COST.offPosition;
  const ahead = finger - 1 - (fret - lowest);
  return ahead < 0 ? -ahead * COST.behindPosition : ahead * COST.offPosition;
}

/** Fingers left out between two that stand at one fret. */
function gapsAtOneFret(held: readonly PlacedFinger[]): number {
  return held.slice(1).filter((one, at) => {
    const before = held[at];
    return before?.fret === one.fret && Number(one.finger) - Number(before.finger) > 1;
  }).length;
}

function costOf(grip: Grip, held: readonly PlacedFinger[], hand: Hand): number {
  const barres = barresOf(held);
  const reaches = pairsOf(held).map(
    ([a, b]) => reachBetween(a, b, hand) / comfortableReach(a.finger, b.finger, hand),
  );
  // Finger 1 belongs to the lowest fret, each next finger one fret further.
  const lowest = held[0]?.fret ?? 0;
  const once = held.filter(
    (one, at) => held.findIndex(({ finger }) => finger === one.finger) === at,
  );
  const offPosition = once.map((one) => positionCost(one, lowest));
  const barred = barres.map((one) => barreCost(grip, one));
  return (
    total(barred) +
    total(offPosition) +
    (isFirstSplit(held) ? COST.splitFirst : 0) +
    gapsAtOneFret(held) * COST.sameFretGap +
    total(reaches.map((share) => Math.max(0, share - 1))) * COST.reach +
    new Set(held.map((one) => one.finger)).size * COST.perFinger
  );
}

function toFingering(grip: Grip, held: readonly PlacedFinger[], hand: Hand): Fingering {
  const reaches = pairsOf(held).map(([a, b]) => reachBetween(a, b, hand));
  const onString = new Map(held.map((one) => [one.place, one.finger]));
  return {
    fingers: grip.map((_, place) => onString.get(place) ?? null),
    barres: barresOf(held),
    reachMm: millimetres(Math.max(0, ...reaches)),
    cost: costOf(grip, held, hand),
  };
}

/** With the thumb over the neck the other fingers hold what is left. */
function waysOf(
  grip: Grip,
  hand: Hand,
  options: FingeringOptions,
): readonly (readonly PlacedFinger[])[] {
  const places = frettedPlaces(grip);
  const ways = assign({ grip, places, hand }, []);
  const low = places.find((one) => one.place === 0);
  if (!options.thumb || !low) return ways;
  const rest = places.filter((one) => one !== low);
  const isNear = rest.every((one) => Math.abs(one.fret - low.fret) <= THUMB_SPAN);
  const thumbed = isNear ? assign({ grip, places: rest, hand }, []) : [];
  return [...ways, ...thumbed.map((held) => [...held, { ...low, finger: 'T' as const }])];
}
