import type { Layer } from '../../song';
import { barsInLayer, type StruckBar } from '../../timeline';
import { createStep, type Goal, type Step } from '../step';
import type { StepAbout } from '../step-title';
import type { Workpiece } from '../workpiece';
import type { PlayedStep } from './kind';
import type { StepKind } from '../../step-id';

/** Plays the whole song from its first bar to its last. */
export function playWholeSong(
  _step: PlayedStep,
  { timeline, patterns }: Workpiece,
  layer: Layer,
): readonly StruckBar[] {
  return timeline.occurrences.flatMap((one) => barsInLayer(one, layer, patterns));
}

/** Minutes of so many runs through the song. */
export function minutesOfRuns({ timeline, pace }: Workpiece, runs: number): number {
  return (timeline.lasts / 60) * runs * pace;
}

/** What a step with the whole song and others is made from. */
export interface WithOthers {
  readonly kind: StepKind;
  readonly about: StepAbout;
  readonly why: string;
  readonly goal: Goal;
  readonly needs: readonly string[];
  readonly isOptional?: true;
}

/** Makes a step that plays the whole song at its goal with somebody or for somebody. */
export function makeWithOthers(work: Workpiece, layer: Layer, made: WithOthers): Step {
  const { kind, about, why, goal, needs, isOptional } = made;
  const step = createStep(kind, work, {
    about,
    why,
    goal,
    needs,
    atoms: [],
    rungs: [work.goalBpm],
    minutes: minutesOfRuns(work, work.constants.wholeTimes),
    ...(isOptional && { isOptional }),
  });
  return { ...step, layer };
}
