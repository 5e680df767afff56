import type { Layer } from '../song';
import { stepsAfter, stepsBefore } from './around-steps';
import { gripSteps } from './grip-steps';
import { handSteps } from './hand-steps';
import { withNeedsFirst } from './needs-order';
import { sectionSteps } from './section-steps';
import type { Step } from './step';
import type { Workpiece } from './workpiece';

/** What steps are wished for. */
export interface StepWishes {
  /** The layer that is the goal; full by default. */
  readonly goal?: Layer;
  /** Whether the student will sing it too. */
  readonly sings?: boolean;
}

/**
 * Makes the steps of a song, each after what it needs: getting ready and listening, grips, changes,
 * patterns, sections by layer, joins, the whole song, with the recording, for others; every distinct
 * part is taught once in each of its layers, up to the one that is the goal. Empty for a song that
 * plays no bar. The same song always gives the same steps.
 *
 * @example
 * makeSteps(workpieceOf(readChart('[A]\n| Em | Em |').song)).map((step) => step.id) // ['ready', 'listen', 'grip:Em', 'section:s3:full', 'whole:full', 'recording', 'perform']
 */
export function makeSteps(
  work: Workpiece,
  { goal = 'full', sings = false }: StepWishes = {},
): readonly Step[] {
  if (work.playing.barCount === 0) return [];
  const hands = [...gripSteps(work), ...handSteps(work, goal)];
  const sections = sectionSteps(work, goal, hands);
  return withNeedsFirst([
    ...stepsBefore(work),
    ...hands,
    ...sections,
    ...stepsAfter(work, goal, { sings }),
  ]);
}
