import type { Layer } from '../song';
import { handSteps } from './hand-steps';
import { sectionSteps } from './section-steps';
import type { Step } from './step';
import type { Workpiece } from './workpiece';

/**
 * Makes the steps of a song, each after what it needs: grips, changes, sections by layer, joins, the
 * whole song; every distinct part is taught once in each of its layers, up to the one that is the
 * goal. Empty for a song that plays no bar. The same song always gives the same steps.
 *
 * @example
 * makeSteps(workpieceOf(readChart('[A]\n| Em | Em |').song)).map((step) => step.id) // ['grip:Em', 'section:s3:full', 'whole:full']
 */
export function makeSteps(work: Workpiece, goal: Layer = 'full'): readonly Step[] {
  if (work.playing.barCount === 0) return [];
  const hands = handSteps(work);
  return [...hands, ...sectionSteps(work, goal, hands)];
}
