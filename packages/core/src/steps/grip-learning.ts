import {
  barreStrings,
  changeBetween,
  comfortableReach,
  isFullBarre,
  formatGrip,
  parseGrip,
  reachBetween,
  shapeMove,
  type FingerMove,
  fingeringOf,
} from '../fretboard';
import { withoutTag } from '../chord';
import type { SongGrip } from '../player';
import type { Workpiece } from './workpiece';

/**
 * Tells whether a student has a grip from other songs, by its name alone or with its shape.
 *
 * @example
 * isGripOwned(workpieceOf(EMPTY_SONG), { name: 'Em', grip: [0, 2, 2, 0, 0, 0], fingers: [], isProposed: false }) // false
 */
export function isGripOwned({ student }: Workpiece, { name, grip }: SongGrip): boolean {
  const withShape = `${withoutTag(name)} ${formatGrip(grip)}`;
  return student.ownedGrips.some((one) => one === name || one === withShape);
}

/** Tells whether any grip a student has is held with a full barre. */
export function ownsFullBarre(work: Workpiece): boolean {
  const { student, grips, hand } = work;
  if (grips.some((one) => isGripOwned(work, one) && isFullBarre(one.fingers))) return true;
  return student.ownedGrips.some((owned) => {
    const grip = parseGrip(owned.split(' ')[1] ?? '');
    const way = grip && fingeringOf(grip, hand);
    return way !== undefined && isFullBarre(way.fingers);
  });
}

/** Tells whether one finger laid or lifted makes one grip the other, while the rest stays. */
export function isOneFingerOff(a: SongGrip, b: SongGrip, { hand }: Workpiece): boolean {
  const { moves, barre } = changeBetween(a, b, { hand });
  const stays = moves.filter(({ does }) => does === 'stays').length;
  const [first, second, ...more] = moves.filter(({ does }) => does !== 'stays');
  if (!first || more.length > 0 || stays === 0 || barre !== null) return false;
  return second ? isOnTop(first, second) : first.does === 'lands' || first.does === 'lifts';
}

/** Over so many frets a wide reach is felt; side by side at one fret it is none. */
const FELT_FRETS = 3;

/**
 * Tells whether a grip loads the hand: a barre over four strings or more, a wide reach, the thumb over the neck.
 *
 * @example
 * loadsHand({ name: 'F', grip: [1, 3, 3, 2, 1, 1], fingers: [1, 3, 4, 2, 1, 1], isProposed: false }, workpieceOf(EMPTY_SONG)) // true
 */
export function loadsHand(grip: SongGrip, work: Workpiece): boolean {
  const pressed = grip.grip.flatMap((fret) => (fret ? [fret] : []));
  const span = Math.max(0, ...pressed) - Math.min(...pressed, Infinity);
  const isFelt = span >= FELT_FRETS && isWide(grip, work);
  return isFullBarre(grip.fingers) || isFelt || grip.fingers.includes('T');
}

/**
 * Gives the minutes a grip takes, by what was learnt before it: 1 + 0.7 a finger, 6 for the first full
 * barre and 2 for each other one, 2 for a small barre and 2 over a comfortable reach; 1 for the shape of
 * a known grip elsewhere, or one finger more or less (assumptions table); times the student's pace.
 *
 * @example
 * gripMinutes({ name: 'Em', grip: [0, 2, 2, 0, 0, 0], fingers: [null, 2, 3, null, null, null], isProposed: false }, [], workpieceOf(EMPTY_SONG)) // 2.4
 */
export function gripMinutes(grip: SongGrip, before: readonly SongGrip[], work: Workpiece): number {
  const { constants, pace } = work;
  const isKnown = before.some((one) => isSameShape(one, grip) || isOneFingerOff(one, grip, work));
  if (isKnown) return constants.gripMovedMinutes * pace;
  const strings = barreStrings(grip.fingers);
  const isFirst = !ownsFullBarre(work) && !before.some((one) => isFullBarre(one.fingers));
  const full = isFirst ? constants.gripFirstBarreMinutes : constants.gripBarreMinutes;
  const barre = isFullBarre(grip.fingers) ? full : strings > 0 ? constants.gripBarreMinutes : 0;
  const fingers = new Set(grip.fingers.filter((one) => one !== null)).size;
  const minutes = constants.gripMinutes + constants.gripFingerMinutes * fingers + barre;
  return (minutes + (isWide(grip, work) ? constants.gripReachMinutes : 0)) * pace;
}

/** Tells whether a finger comes down in front of one on the same string, which may stay where it is. */
function isOnTop(a: FingerMove, b: FingerMove): boolean {
  const [lift, land] = a.does === 'lifts' ? [a, b] : [b, a];
  const isSameString = lift.from?.place === land.to?.place;
  return lift.does === 'lifts' && land.does === 'lands' && isSameString;
}

/** Tells whether one grip is the other further along the neck, with the same fingers. */
function isSameShape(a: SongGrip, b: SongGrip): boolean {
  return shapeMove(a.grip, b.grip)?.strings === 0 && a.fingers.join() === b.fingers.join();
}

function isWide({ grip, fingers }: SongGrip, { hand }: Workpiece): boolean {
  const held = grip.flatMap((fret, place) => {
    const finger = fingers[place];
    return fret && finger ? [{ fret, place, finger }] : [];
  });
  return held.some((a, at) =>
    held.slice(at + 1).some((b) => {
      const isOne = a.finger === b.finger;
      return !isOne && reachBetween(a, b, hand) > comfortableReach(a.finger, b.finger, hand);
    }),
  );
}
