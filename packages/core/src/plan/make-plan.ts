import type { Layer, SongDocument } from '../song';
import { makeSteps, workpieceOf, type Step, type Workpiece, type WorkpieceOptions } from '../steps';
import { inHandMadeOrder, withHandMade, type UnmetChange } from './hand-made';
import { isOwned } from './owned';
import { timeOf, type PlanTime } from './plan-time';
import { inSchoolOrder } from './schools';
import { songFor } from './song-for';
import { USUAL_TEACHING, type Teaching } from './teaching';

/** Whom a plan is made for, and how the song is taught. */
export interface PlanOptions extends WorkpieceOptions {
  readonly teaching?: Teaching;
}

/** The steps of a song as one student is taught it. */
export interface StepPlan {
  readonly work: Workpiece;
  /** The fullest layer that is learnt. */
  readonly goal: Layer;
  readonly steps: readonly Step[];
  /** Steps whose matter the student owns already. */
  readonly skipped: readonly Step[];
  /** Steps the teacher left out. */
  readonly dropped: readonly Step[];
  /** Changes by hand that could not be followed. */
  readonly unmet: readonly UnmetChange[];
  readonly time: PlanTime;
}

/**
 * Makes the steps of a song for a student: what they own is skipped, their own changes and hand set
 * the tempos, the school orders them, and the teacher's changes by hand are kept where they still make
 * sense. Empty for a song that plays no bar; the same input always gives the same plan.
 *
 * @example
 * makePlan(readChart('[A]\n| Em | G |').song, { student: { ...USUAL_STUDENT, ownedGrips: ['Em'] } }).skipped.map((step) => step.id) // ['grip:Em']
 */
export function makePlan(song: SongDocument, options: PlanOptions = {}): StepPlan {
  const { teaching = USUAL_TEACHING } = options;
  const { changes, school, goal, sings, byEar = false, twoRungs } = teaching;
  const work = workpieceOf(songFor(song, changes), options);
  const wishes = { bareWhole: school === 'whole-first', partsInOrder: school !== 'hardest-first' };
  const all = makeSteps(work, { goal, sings, byEar, ...wishes });
  const { left, skipped } = withoutOwned(all, work, teaching);
  const made = withHandMade(left, changes, { work, goal });
  const ordered = inHandMadeOrder(
    inSchoolOrder(made.steps, work, { school, goal }),
    changes,
    school,
  );
  const steps = twoRungs ? ordered.steps.map(onTwoRungs) : ordered.steps;
  return {
    work,
    goal,
    steps,
    skipped,
    dropped: made.dropped,
    unmet: [...made.unmet, ...ordered.unmet],
    time: timeOf(steps, work.constants),
  };
}

/** Takes out what is owned already; what needed it does not wait for it. */
function withoutOwned(
  steps: readonly Step[],
  work: Workpiece,
  { changes }: Teaching,
): { readonly left: readonly Step[]; readonly skipped: readonly Step[] } {
  const back = new Set(changes.flatMap((one) => (one.kind === 'bring-back' ? [one.step] : [])));
  const skipped = steps.filter((step) => !back.has(step.id) && isOwned(step, work));
  if (skipped.length === 0) return { left: steps, skipped };
  const gone = new Set(skipped.map((step) => step.id));
  const left = steps
    .filter((step) => !gone.has(step.id))
    .map((step) => ({ ...step, needs: step.needs.filter((id) => !gone.has(id)) }));
  return { left, skipped };
}

/** Slow, then straight to the goal. */
function onTwoRungs(step: Step): Step {
  const [first, last] = [step.rungs[0], step.rungs.at(-1)];
  if (first === undefined || last === undefined || first === last) return step;
  return { ...step, rungs: [first, last] };
}
