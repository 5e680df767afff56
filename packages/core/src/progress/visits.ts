import type { Day } from '../day';
import type { Try } from '../events';
import { LAYERS } from '../layer';
import type { StepProgress } from '../practice';
import { kindOf, type Step } from '../steps';
import { memoryOf } from './memory';

/** Something that was learned and wants to be played again, so that it stays. */
export interface DueVisit {
  readonly progress: StepProgress;
  /** The day it was played last. */
  readonly lastOn: Day;
  /** From this day on it is worth a visit. */
  readonly dueOn: Day;
  /** From this day on it has to be shown again. */
  readonly fadesOn: Day;
}

/**
 * Lists what was learned and when it wants a visit, the earliest first; nothing that is still being learned.
 *
 * @example
 * visitsOf([], []) // []
 */
export function visitsOf(
  progress: readonly StepProgress[],
  tries: readonly Try[],
): readonly DueVisit[] {
  return worthVisiting(progress)
    .flatMap((one) => {
      // When it is due does not depend on the day one looks.
      const memory = memoryOf(one.step, tries, '1970-01-01');
      if (!memory) return [];
      const { lastOn, dueOn, fadesOn } = memory;
      return [{ progress: one, lastOn, dueOn, fadesOn }];
    })
    .toSorted((a, b) => a.dueOn.localeCompare(b.dueOn));
}

function layerOf({ layer }: Step): number {
  return layer === undefined ? -1 : LAYERS.indexOf(layer);
}

/** What a step practises, whatever its layer. */
function practisedBy({ kind, atoms }: Step): string {
  return `${kind} ${atoms.join(' ')}`;
}

/** Of what is done, the fullest layer of each part; the whole song stands for all where nothing is fuller. */
function worthVisiting(progress: readonly StepProgress[]): readonly StepProgress[] {
  const done = progress.filter(({ state, step }) => {
    const { subject } = kindOf(step);
    return state === 'done' && (subject === 'part' || subject === 'join' || subject === 'whole');
  });
  const fullest = new Map<string, StepProgress>();
  for (const one of done) {
    const known = fullest.get(practisedBy(one.step));
    if (!known || layerOf(one.step) > layerOf(known.step)) fullest.set(practisedBy(one.step), one);
  }
  const isWhole = ({ step }: StepProgress): boolean => kindOf(step).subject === 'whole';
  const parts = [...fullest.values()].filter((one) => !isWhole(one));
  const most = Math.max(-1, ...parts.map(({ step }) => layerOf(step)));
  const whole = done.findLast((one) => isWhole(one) && layerOf(one.step) >= most);
  return whole ? [whole] : parts;
}
