import type { Day } from '../day';
import {
  correctionsIn,
  isDatedAhead,
  triesIn,
  type PlanEvent,
  type SignOff,
  type Source,
  type TryEvent,
} from '../events';
import { findStep } from '../step-id';
import { kindOf, type Kind, type Step } from '../steps';

/** What was made of an entry afterwards. */
export interface CorrectedTry {
  readonly on: Day;
  readonly source: Source;
  /** What it was in truth; null where it did not happen at all. */
  readonly clean: boolean | null;
}

/** One try, or a sign-off, as it stands in the log. */
export interface Tried {
  readonly id: string;
  readonly on: Day;
  readonly title: string;
  readonly source: Source;
  /** Null for a sign-off. */
  readonly marked: {
    /** As it was marked first. */
    readonly clean: boolean;
    readonly stopped: boolean;
    readonly bpm: number | null;
    readonly rungUnit: Kind['rungUnit'];
    readonly passes: number;
    /** The bar in which it failed, from 1; null where none was said. */
    readonly bar: number | null;
  } | null;
  /** The last correction; null where it stands as it was marked. */
  readonly corrected: CorrectedTry | null;
  /** Its clock was ahead of the server's: it counts for nothing. */
  readonly isAhead: boolean;
}

/**
 * Lists every try and sign-off of a song, the latest first: who says so, and what was corrected by whom; nothing is
 * left out.
 *
 * @example
 * triedIn([], []) // []
 */
export function triedIn(steps: readonly Step[], events: readonly PlanEvent[]): readonly Tried[] {
  const corrections = lastCorrections(events);
  const bars = new Map(triesIn(events).map(({ id, failedBar }) => [id, failedBar]));
  const once = new Map(
    events
      .filter((one): one is TryEvent | SignOff => one.kind === 'try' || one.kind === 'sign-off')
      .map((one) => [one.id, one]),
  );
  return [...once.values()]
    .toSorted((a, b) => b.at.localeCompare(a.at) || b.id.localeCompare(a.id))
    .map((one): Tried => {
      const step = findStep(steps, one.stepId);
      const failedBar = bars.get(one.id);
      const told = { ...one, ...(failedBar !== undefined && { failedBar }) };
      return {
        id: one.id,
        on: one.day,
        title: step?.title ?? 'A step that is gone',
        source: one.source,
        marked: told.kind === 'try' ? markOf(told, step) : null,
        corrected: corrections.get(one.id) ?? null,
        isAhead: isDatedAhead(one),
      };
    });
}

function lastCorrections(events: readonly PlanEvent[]): ReadonlyMap<string, CorrectedTry> {
  return new Map(
    [...correctionsIn(events)].map(([of, { day: on, source, clean }]) => [
      of,
      { on, source, clean },
    ]),
  );
}

function markOf(one: TryEvent, step: Step | undefined): NonNullable<Tried['marked']> {
  const { clean, stopped = false, bpm, passes, failedBar: bar = null } = one;
  return { clean, stopped, bpm, passes, bar, rungUnit: step ? kindOf(step).rungUnit : 'bpm' };
}
