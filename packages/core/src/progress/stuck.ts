import { assumed } from '../constants';
import type { Day } from '../day';
import type { Try } from '../events';
import type { Step } from '../steps';
import type { Bpm } from '../units';
import { heldByDay } from './climbed';

/** A step that does not come on, however much it is practised. */
export interface NotComingOn {
  readonly since: Day;
  readonly lastOn: Day;
  /** Days with practice since, and the minutes of them. */
  readonly days: number;
  readonly minutes: number;
  /** The tempo that is held; null where none was ever. */
  readonly atBpm: Bpm | null;
  /** The bar in which it failed most often, from 1; null where none was said twice. */
  readonly bar: number | null;
}

const GAIN = assumed('stuckGainShare');
const DAYS = assumed('stuckDays');
const MINUTES = assumed('stuckMinutes');

/**
 * Tells whether a step is stuck: over its last three days of practice and 20 minutes, or more, what is held rose by
 * less than 2 %; undefined where it comes on, or was practised less than that.
 *
 * @example
 * notComingOn(makeSteps(workpieceOf(readChart('[A]\n| Em |').song))[0], []) // undefined
 */
export function notComingOn(step: Step, tries: readonly Try[]): NotComingOn | undefined {
  const own = tries.filter(({ stepId }) => stepId === step.id);
  if (own.length === 0) return undefined;
  const practised = new Set(own.map(({ day }) => day));
  const days = heldByDay(step, tries).filter(({ day }) => practised.has(day));
  const now = days.at(-1)?.after.bpm ?? null;
  const rose = days.findLastIndex(
    ({ before }) => (now ?? 0) > (before.bpm ?? 0) * (1 + GAIN) && now !== null,
  );
  const still = days.slice(rose + 1);
  const [first, last] = [still[0], still.at(-1)];
  if (!first || !last || still.length < DAYS) return undefined;
  const minutes = minutesSince(own, first.day);
  if (minutes < MINUTES) return undefined;
  return {
    since: first.day,
    lastOn: last.day,
    days: still.length,
    minutes,
    // Held is a tempo that was played.
    atBpm: step.rungs.length === 0 ? null : (now as Bpm | null),
    bar: worstBar(own.filter(({ day }) => day >= first.day)),
  };
}

function minutesSince(own: readonly Try[], day: Day): number {
  return own.reduce((sum, one) => sum + (one.day >= day ? one.seconds : 0), 0) / 60;
}

function worstBar(own: readonly Try[]): number | null {
  const counts = new Map<number, number>();
  for (const { clean, failedBar } of own) {
    if (!clean && failedBar !== undefined) {
      counts.set(failedBar, (counts.get(failedBar) ?? 0) + 1);
    }
  }
  const [worst] = [...counts].toSorted(([, a], [, b]) => b - a);
  return worst && worst[1] > 1 ? worst[0] : null;
}
