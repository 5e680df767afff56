import type { Hand } from '../fretboard';
import { openNotes, type Tuning } from '../pitch';
import { addBeats, type Beats } from '../units';
import { leftHandOf, type LeftHand } from './left-hand';
import type { RiffNote } from './note';

/** A bare note: what sounds, and for how long. */
export interface BareNote {
  readonly midi: number;
  readonly beats: Beats;
}

/** A string, 1 the thinnest, and a fret from the capo. */
export interface NeckPlace {
  readonly string: number;
  readonly fret: number;
}

/** One way to lay bare notes on the neck. */
export interface Placing extends LeftHand {
  readonly places: readonly NeckPlace[];
}

/** The neck notes are placed on. */
export interface PlacingOptions {
  readonly tuning: Tuning;
  readonly hand: Hand;
  /** The highest fret, from the capo. */
  readonly lastFret?: number;
  readonly count?: number;
}

const LAST_FRET = 15;
/** What is liked in one of the ways that are looked at. */
interface Taste {
  /** Cost of an open string; below 0 it is liked. */
  readonly open: number;
  /** Cost of each fret up the neck. */
  readonly high: number;
  /** Cost of going along the neck, a fret. */
  readonly along: number;
}

/** Ways that people look for: easy, with open strings, without them, in one position, higher up. */
const TASTES: readonly Taste[] = [
  { open: -0.15, high: 0.02, along: 0.12 },
  { open: -0.6, high: 0.03, along: 0.1 },
  { open: 1.5, high: 0.02, along: 0.15 },
  { open: 0.1, high: 0, along: 0.5 },
  { open: 1.5, high: -0.04, along: 0.3 },
];

/**
 * Gives the place of a note that is nearest to another place, as the hand goes: fewest frets along, then
 * fewest strings across, on none of the strings that are taken; undefined where it is nowhere on the neck.
 *
 * @example
 * placeNear(60, { string: 3, fret: 2 }, { tuning: STANDARD_TUNING, hand: USUAL_HAND }) // { string: 2, fret: 1 }
 */
export function placeNear(
  midi: number,
  near: NeckPlace,
  { taken = [], ...options }: PlacingOptions & { readonly taken?: readonly NeckPlace[] },
): NeckPlace | undefined {
  const far = ({ string, fret }: NeckPlace): number =>
    Math.abs(fret - near.fret) + Math.abs(string - near.string) / 10;
  const isFree = ({ string }: NeckPlace): boolean => taken.every((one) => one.string !== string);
  const [nearest] = placesFor(midi, options)
    .filter(isFree)
    .sort((a, b) => far(a) - far(b));
  return nearest;
}

interface PlacePath {
  readonly place: NeckPlace;
  /** The fret the hand was at last; open strings leave it where it is. */
  readonly around: number;
  readonly cost: number;
  readonly from: PlacePath | undefined;
}

/**
 * Lays bare notes on the neck, easiest for the hand first; none where a note is nowhere on it. Every way
 * sounds the same.
 *
 * @example
 * placeNotes([{ midi: 64, beats: 1 }], { tuning: STANDARD_TUNING, hand: USUAL_HAND })[0].places // [{ string: 1, fret: 0 }]
 */
export function placeNotes(
  notes: readonly BareNote[],
  options: PlacingOptions,
): readonly Placing[] {
  const known = new Map<number, readonly NeckPlace[]>();
  const all = notes.map(({ midi }) => {
    const places = known.get(midi) ?? placesFor(midi, options);
    known.set(midi, places);
    return places;
  });
  const ways = new Map<string, readonly NeckPlace[]>();
  for (const taste of TASTES) {
    const path = pathFor(all, taste);
    if (path) ways.set(path.map(({ string, fret }) => `${string}:${fret}`).join(' '), path);
  }
  return [...ways.values()]
    .map((places): Placing => ({ places, ...leftHandOf(laid(notes, places), options.hand) }))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, options.count ?? ways.size);
}

/** Every place where a note sounds. */
function placesFor(
  midi: number,
  { tuning, hand, lastFret = LAST_FRET }: PlacingOptions,
): readonly NeckPlace[] {
  const open = openNotes(tuning);
  return open
    .map((note, place) => ({ string: open.length - place, fret: midi - note - hand.capo }))
    .filter(({ fret }) => fret >= 0 && fret <= lastFret);
}

function stepCost(from: PlacePath, place: NeckPlace, taste: Taste): number {
  const along =
    place.fret === 0 || from.around === 0 ? 0 : Math.max(0, Math.abs(place.fret - from.around) - 2);
  const across = Math.max(0, Math.abs(place.string - from.place.string) - 1);
  return along * taste.along + across * 0.08;
}

function placeCost({ fret }: NeckPlace, taste: Taste): number {
  return fret === 0 ? taste.open : taste.high * fret;
}

/** One shortest path to a taste; undefined where a note is nowhere on the neck. */
function pathFor(
  all: readonly (readonly NeckPlace[])[],
  taste: Taste,
): readonly NeckPlace[] | undefined {
  let ways: readonly PlacePath[] = [];
  for (const [index, places] of all.entries()) {
    const last = ways;
    if (places.length === 0) return undefined;
    ways = places.map((place): PlacePath => {
      const own = placeCost(place, taste);
      if (index === 0) return { place, around: place.fret, cost: own, from: undefined };
      const going = last.map((from) => ({ from, cost: from.cost + stepCost(from, place, taste) }));
      const best = going.reduce((least, one) => (least.cost <= one.cost ? least : one));
      const around = place.fret === 0 ? best.from.around : place.fret;
      return { place, around, cost: best.cost + own, from: best.from };
    });
  }
  const path: NeckPlace[] = [];
  const best = ways.reduce<PlacePath | undefined>(
    (least, one) => (least && least.cost <= one.cost ? least : one),
    undefined,
  );
  for (let way = best; way; way = way.from) path.unshift(way.place);
  return path;
}

/** The notes at their places, one after the other. */
function laid(notes: readonly BareNote[], places: readonly NeckPlace[]): readonly RiffNote[] {
  let at: Beats = 0;
  return notes.map(({ beats }, index) => {
    const { string, fret } = places[index] ?? { string: 1, fret: 0 };
    const note: RiffNote = { at, beats, string, fret, how: 'picked' };
    at = addBeats(at, beats);
    return note;
  });
}
