import type { SongDocument } from '../song';
import { findStep } from '../step-id';
import { gripsIn, passOf, splitSection } from '../steps';
import { easierGrip, type EasierGrip } from './easier-grips';
import type { StepPlan } from './make-plan';
import { slowRemedies } from './slow-remedies';

/** What could be made easier about one step. */
export interface Adjustments {
  readonly easier: readonly EasierGrip[];
  /** The change before which a stroke can be left open; null where none can. */
  readonly openStroke: { readonly from: string; readonly to: string } | null;
  /** The bar after which it can be learnt in two; null where it cannot. */
  readonly splitAfter: number | null;
}

/**
 * Tells what could be made easier about one step on the spot; `song` is as it is played in this plan. Nothing for a
 * step that the plan has not.
 *
 * @example
 * adjustmentsOf(makePlan(EMPTY_SONG), 'none', EMPTY_SONG).splitAfter // null
 */
export function adjustmentsOf(
  { steps, work }: StepPlan,
  stepId: string,
  song: SongDocument,
): Adjustments {
  const step = findStep(steps, stepId);
  if (!step) return { easier: [], openStroke: null, splitAfter: null };
  const used = new Set(gripsIn(step, work).map(({ name }) => name));
  const change = step.limit?.change;
  const isOpened =
    change && slowRemedies(song, work, change).some(({ kind }) => kind === 'open-stroke');
  const middle = Math.ceil((passOf(step, work).stretch.bars.length - 1) / 2);
  return {
    easier: work.grips
      .filter(({ name }) => used.has(name))
      .flatMap(({ name }) => easierGrip(work, name) ?? []),
    openStroke: isOpened ? { from: change.from, to: change.to } : null,
    splitAfter: middle > 0 && splitSection(work, step, middle) ? middle : null,
  };
}
