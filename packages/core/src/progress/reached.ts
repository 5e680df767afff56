import type { Day } from '../day';
import type { Layer } from '../layer';
import type { StepProgress } from '../practice';
import { kindOf, type Step, type Workpiece } from '../steps';

/** What a student feels they have reached. */
export type MilestoneKind =
  | 'first section'
  | 'first join'
  | 'half'
  | 'whole bare'
  | 'whole'
  | 'with the recording'
  | 'on the night';

/** A milestone with the day it was reached on. */
export interface ReachedMilestone {
  readonly kind: MilestoneKind;
  readonly on: Day;
}

const HALF = 0.5;
/** Keeps half of the seconds from being a little less. */
const ROUNDING = 1e-9;

/**
 * Lists the milestones a student has reached, each with its day, the earliest first: the first section that sounds
 * like the song, the first join, half the song, all of it bare, all of it, with the recording, on the night. Where
 * the goal is the barest layer, all of it is told once.
 *
 * @example
 * reachedMilestones([], workpieceOf(EMPTY_SONG), 'full') // []
 */
export function reachedMilestones(
  progress: readonly StepProgress[],
  work: Workpiece,
  goal: Layer,
): readonly ReachedMilestone[] {
  const isWhole = (step: Step, layer: Layer): boolean =>
    kindOf(step).subject === 'whole' && step.layer === layer;
  const days: readonly (readonly [MilestoneKind, Day | undefined])[] = [
    ['first section', firstOf(progress, (step) => step.layer === goal && !!kindOf(step).holdsPart)],
    ['first join', firstOf(progress, (step) => kindOf(step).subject === 'join')],
    ['half', halfOn(progress, work, goal)],
    [
      'whole bare',
      goal === 'bare' ? undefined : firstOf(progress, (step) => isWhole(step, 'bare')),
    ],
    ['whole', firstOf(progress, (step) => isWhole(step, goal))],
    ['with the recording', firstOf(progress, ({ kind }) => kind === 'recording')],
    ['on the night', firstOf(progress, ({ kind }) => kind === 'perform')],
  ];
  return days
    .flatMap(([kind, on]) => (on ? [{ kind, on }] : []))
    .toSorted((a, b) => a.on.localeCompare(b.on));
}

/** The day a step's goal had been met as often as it asks. */
function doneOnDay({ step, climb }: StepProgress): Day | undefined {
  return climb.isDone ? climb.goalDays.toSorted()[step.goal.days - 1] : undefined;
}

function firstOf(
  progress: readonly StepProgress[],
  isIt: (step: Step) => boolean,
): Day | undefined {
  return progress
    .filter(({ step }) => isIt(step))
    .flatMap((one) => doneOnDay(one) ?? [])
    .toSorted()[0];
}

/** The day on which parts that last half the song had been reached. */
function halfOn(
  progress: readonly StepProgress[],
  { timeline }: Workpiece,
  goal: Layer,
): Day | undefined {
  const sections = progress.filter(({ step }) => step.layer === goal && kindOf(step).holdsPart);
  const reached = sections
    .flatMap((one) => {
      const on = doneOnDay(one);
      return on ? [{ on, parts: new Set([...one.step.atoms, ...(one.step.covers ?? [])]) }] : [];
    })
    .toSorted((a, b) => a.on.localeCompare(b.on));
  const total = timeline.occurrences.reduce((sum, { lasts }) => sum + lasts, 0);
  const held = new Set<string>();
  return reached.find(({ parts }) => {
    for (const part of parts) held.add(part);
    const lasts = timeline.occurrences.filter(({ part }) => held.has(part.id));
    return lasts.reduce((sum, one) => sum + one.lasts, 0) >= HALF * total - ROUNDING;
  })?.on;
}
