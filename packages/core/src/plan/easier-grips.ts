import { parseChordName } from '../chord';
import {
  changeBetween,
  fingeringOf,
  fingeringsOf,
  findGrips,
  formatGrip,
  type FoundGrip,
  type Grip,
  type HeldGrip,
} from '../fretboard';
import type { SongGrip } from '../player';
import type { Workpiece } from '../steps';

/** Another grip for a chord of a song, easier to hold or to change from. */
export interface EasierGrip {
  readonly name: string;
  readonly grip: FoundGrip['grip'];
  readonly fingers: FoundGrip['fingers'];
  /** The song's own grip. */
  readonly insteadOf: SongGrip;
  /** Time of its changes over that of the song's grip. */
  readonly ratio: number;
  /** True when it leaves tones of the name out. */
  readonly losesTones: boolean;
}

/** Grips that are looked at for one name. */
const LOOKED_AT = 40;
/** A grip is offered when its changes take at most so much of the time … */
const QUICKER = 0.92;
/** … or when it lays less of a finger across the strings, and its changes take hardly longer. */
const HARDLY_LONGER = 1.1;
/** Reach that nobody feels. */
const ABOUT_THE_SAME_MM = 1;

/**
 * Finds a grip of the same name that is easier for this hand: a song's changes go quicker from it, or it
 * takes less of a barre, and it never asks for more stretch; undefined where the song's own is the
 * easiest, or the name cannot be read.
 *
 * @example
 * easierGrip(workpieceOf(readChart('grip G: 355433\n[A]\n| G | D |').song), 'G').losesTones // false
 */
export function easierGrip(work: Workpiece, name: string): EasierGrip | undefined {
  const own = work.grips.find((grip) => grip.name === name);
  const others = neighbours(work, name);
  if (!own || others.length === 0) return undefined;
  const [now, barredNow] = [secondsWith(own, others, work), barred(own, work)];
  const best = offered(own, name, work)
    .filter((found) => isKinder(found, own, work))
    .map((found) => ({ found, ratio: secondsWith(found, others, work) / now }))
    .filter(
      ({ found, ratio }) =>
        ratio <= QUICKER || (ratio <= HARDLY_LONGER && barred(found, work) < barredNow),
    )
    .toSorted(
      (a, b) => Number(b.found.usual) - Number(a.found.usual) || a.found.cost - b.found.cost,
    )[0];
  if (!best) return undefined;
  const { grip, fingers, missing } = best.found;
  return { name, grip, fingers, insteadOf: own, ratio: best.ratio, losesTones: missing.length > 0 };
}

/** A string muted between two that sound makes strumming harder than the grip makes changing easier. */
function isStrummable(grip: Grip): boolean {
  const first = grip.findIndex((fret) => fret !== null);
  const last = grip.findLastIndex((fret) => fret !== null);
  return grip.slice(first, last + 1).every((fret) => fret !== null);
}

/** The grips a chord is reached from and left to, once for each change of the song. */
function neighbours(work: Workpiece, name: string): readonly HeldGrip[] {
  const byName = new Map(work.grips.map((grip) => [grip.name, grip]));
  return work.changes.flatMap(({ from, to }) => {
    const other = from === name ? to : to === name ? from : undefined;
    const grip = other === undefined ? undefined : byName.get(other);
    return grip ?? [];
  });
}

/** Strings that lie under barres. */
function barred(grip: HeldGrip, { hand }: Workpiece): number {
  const barres = fingeringOf(grip.grip, hand)?.barres ?? [];
  return barres.reduce((sum, { from, to }) => sum + Math.abs(to - from) + 1, 0);
}

function secondsWith(grip: HeldGrip, others: readonly HeldGrip[], { hand }: Workpiece): number {
  const both = others.flatMap((other) => [
    changeBetween(grip, other, { hand }).seconds,
    changeBetween(other, grip, { hand }).seconds,
  ]);
  return both.reduce((sum, one) => sum + one, 0);
}

/** The same shape with fewer strings: what is left of a barre for a hand that cannot lay it. */
function isPartOf(grip: Grip, whole: Grip): boolean {
  return grip.every((fret, place) => fret === null || fret === whole[place]);
}

function stringsIn(grip: Grip): number {
  return grip.filter((fret) => fret !== null).length;
}

/** Never more stretch and never more of a barre; strings are given up only to be rid of a barre. */
function isKinder(found: FoundGrip, own: SongGrip, work: Workpiece): boolean {
  const now = fingeringsOf(own.grip, work.hand).find(
    ({ fingers }) => fingers.join() === own.fingers.join(),
  );
  const [before, after] = [barred(own, work), barred(found, work)];
  const isFewer = stringsIn(found.grip) < stringsIn(own.grip);
  const isReached = found.reachMm <= (now?.reachMm ?? 0) + ABOUT_THE_SAME_MM;
  return isReached && after <= before && (!isFewer || after < before);
}

/** What a teacher would offer instead: a shape everybody knows, or part of the one that is there. */
function offered(own: SongGrip, name: string, work: Workpiece): readonly FoundGrip[] {
  const { tuning, capo, down, hand } = work;
  const parsed = parseChordName(name);
  if (!parsed) return [];
  const all = findGrips({ name: parsed, setup: { tuning, capo, down }, hand, count: LOOKED_AT });
  const hasUsual = all.some(({ usual }) => usual);
  return all.filter(
    ({ grip, usual }) =>
      formatGrip(grip) !== formatGrip(own.grip) &&
      isStrummable(grip) &&
      (usual || !hasUsual || isPartOf(grip, own.grip)),
  );
}
