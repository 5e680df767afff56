import { chordLabel } from '../chord';
import type { Day } from '../day';
import { isDatedAhead, saidSince, type NoteEvent, type PlanEvent } from '../events';
import { findStep } from '../step-id';
import type { Step } from '../steps';

/** Something a student said of a song. */
export interface Saying {
  readonly id: string;
  readonly kind: 'sore' | 'stuck' | 'ring' | 'asks';
  readonly on: Day;
  /** What of, or what was asked; empty where nothing more was said. */
  readonly words: string;
}

const SHOWN = 6;

/**
 * Gives what a student said, the latest first: what hurts, where it does not go on, which string of a grip does not
 * ring, what they ask; a few of it.
 *
 * @example
 * sayingsIn([], []) // []
 */
export function sayingsIn(events: readonly PlanEvent[], steps: readonly Step[]): readonly Saying[] {
  const asked = events.filter(isAsked);
  return [...saidSince(events, '1970-01-01'), ...asked]
    .toSorted((a, b) => b.at.localeCompare(a.at))
    .slice(0, SHOWN)
    .map((one): Saying => {
      const { id, day: on } = one;
      if (one.kind === 'sore') return { id, on, kind: 'sore', words: '' };
      if (one.kind === 'note') return { id, on, kind: 'asks', words: one.words };
      if (one.kind === 'ring') {
        const words = `${chordLabel(one.grip)}: ${stringWords(one.dull)}`;
        return { id, on, kind: 'ring', words };
      }
      const title = findStep(steps, one.stepId)?.title ?? '';
      const bar = one.bar === null ? '' : `bar ${one.bar}`;
      return { id, on, kind: 'stuck', words: [title, bar].filter(Boolean).join(', ') };
    });
}

function isAsked(event: PlanEvent): event is NoteEvent {
  return event.kind === 'note' && event.source === 'self' && !isDatedAhead(event);
}

/** "strings 2 and 4" */
function stringWords(dull: readonly number[]): string {
  return `${dull.length === 1 ? 'string' : 'strings'} ${dull.join(' and ')}`;
}
