import { dayAfter, daysBetween, type Day } from '../day';
import { evidenceIn, type PlanEvent } from '../events';
import { forecast, type Forecast, type ForecastTry } from '../forecast';
import type { Step } from '../steps';

const LOOK_BACK_DAYS = 28;
/** The same log gives the same answer. */
const SEED = 1;

/**
 * Foretells when a step reaches its goal, from what was clean on it and from how much it was practised in the last
 * four weeks, or since it was begun; undefined for a step without a tempo.
 *
 * @example
 * stepForecast({ id: 'listen', rungs: [] }, [], '2026-11-26') // undefined
 */
export function stepForecast(
  step: Pick<Step, 'id' | 'rungs'>,
  events: readonly PlanEvent[],
  today: Day,
): Forecast | undefined {
  const goalBpm = step.rungs.at(-1);
  if (goalBpm === undefined) return undefined;
  const tries = resultsOf(step, events);
  const minutes = new Map(tries.map(({ on, minutes: own }) => [on, own]));
  const first = [...minutes.keys()].toSorted()[0] ?? today;
  const days = Math.max(0, Math.min(LOOK_BACK_DAYS, daysBetween(first, today)));
  const minutesByDay = Array.from(
    { length: days },
    (_, index) => minutes.get(dayAfter(today, index - days)) ?? 0,
  );
  return forecast({ goalBpm, tries, minutesByDay, today, seed: SEED });
}

/** The best that was clean on each day a step was practised, with its minutes. */
function resultsOf(step: Pick<Step, 'id'>, events: readonly PlanEvent[]): readonly ForecastTry[] {
  const days = new Map<Day, ForecastTry>();
  for (const { stepId, day, seconds, clean, bpm } of evidenceIn(events)) {
    if (stepId !== step.id) continue;
    const before = days.get(day) ?? { on: day, minutes: 0, cleanBpm: 0 };
    const cleanBpm = Math.max(before.cleanBpm, clean ? (bpm ?? 0) : 0);
    days.set(day, { on: day, minutes: before.minutes + seconds / 60, cleanBpm });
  }
  return [...days.values()];
}
