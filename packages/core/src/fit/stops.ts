import { isFullBarre, shapeMove } from '../fretboard';
import type { Day } from '../day';
import { deadlineOf, type Practice, type StepPlan } from '../plan';
import type { SongGrip } from '../player';
import { changeTimesOf, isGripOwned, type Workpiece } from '../steps';

/** Why a song is not for now: too much is new, a change is too tight, it takes too long. */
export type Stop = 'new' | 'tight' | 'long';

/** What a song may ask at most. */
export interface Bounds {
  /** The day it has to be done by. */
  readonly by: Day;
  /** What may be new at once, in open grips. */
  readonly mostNew: number;
}

/** What a grip weighs beside an open one that is learnt. */
const WEIGHT = { open: 1, barre: 2, firstBarre: 3, moved: 0.5 } as const;
/** So many grips somebody owns let one more be new at once. */
const OWNED_FOR_ONE_MORE = 8;
const MOST_MORE = 3;

/** What may be new at once: more for who owns many grips. */
export function mostNew({ constants, student }: Workpiece): number {
  const more = Math.min(MOST_MORE, student.ownedGrips.length / OWNED_FOR_ONE_MORE);
  return constants.fitNewGrips + more;
}

/** What speaks against a plan now; nothing where it fits. */
export function stopsOf(plan: StepPlan, practice: Practice, bounds: Bounds): readonly Stop[] {
  const { verdict } = deadlineOf(plan.time, bounds.by, practice);
  const stops: Readonly<Record<Stop, boolean>> = {
    new: newness(plan.work) > bounds.mostNew,
    tight: tightness(plan) > plan.work.constants.fitTightness,
    long: plan.time.minutes > 0 && verdict === 'misses',
  };
  return (['new', 'tight', 'long'] as const).filter((one) => stops[one]);
}

function isBarre({ fingers }: SongGrip): boolean {
  return isFullBarre(fingers);
}

/** How much is new, in open grips: the first barre is three of them, a known shape elsewhere half a one. */
function newness(work: Workpiece): number {
  const known = work.grips.filter((grip) => isGripOwned(work, grip));
  let sum = 0;
  for (const grip of work.grips) {
    if (known.includes(grip)) continue;
    const isMoved = known.some((one) => shapeMove(one.grip, grip.grip)?.strings === 0);
    const barre = known.some(isBarre) ? WEIGHT.barre : WEIGHT.firstBarre;
    sum += isMoved ? WEIGHT.moved : isBarre(grip) ? barre : WEIGHT.open;
    known.push(grip);
  }
  return sum;
}

/** How many times longer than there is time for it the tightest change takes. */
function tightness({ work, goal }: StepPlan): number {
  const [slow] = changeTimesOf(work, goal);
  return slow ? slow.takes / slow.has : 0;
}
