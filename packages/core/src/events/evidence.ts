import { readStepId } from '../step-id';
import { triesIn, type SongChanged, type PlanEvent, type TryEvent } from './event';

/** Steps that go through the whole song: a change anywhere is a change of theirs. */
const WHOLE: readonly string[] = ['whole', 'recording', 'sing', 'perform'];

/**
 * Gives the tries that say something of the song as it stands now: those of parts that were changed since are left
 * out; the log keeps them, and their minutes count.
 *
 * @example
 * evidenceIn([]) // []
 */
export function evidenceIn(events: readonly PlanEvent[]): readonly TryEvent[] {
  const changes = events.filter((one): one is SongChanged => one.kind === 'changed');
  const tries = triesIn(events);
  return changes.length === 0 ? tries : tries.filter((one) => !isOutdated(one, changes));
}

/** Whether a try was of something that was changed afterwards. */
function isOutdated({ stepId, at }: TryEvent, changes: readonly SongChanged[]): boolean {
  const later = changes.filter((one) => one.at > at);
  if (later.length === 0) return false;
  return readStepId(stepId).some(
    ({ kind, parts }) =>
      WHOLE.includes(kind) ||
      later.some((change) => parts.some((part) => change.parts.includes(part))),
  );
}
