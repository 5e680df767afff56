import type { Day } from '../day';
import type { Try } from '../events';
import { holdRuleOf, attemptsOf, heldOf, type Attempt, type HeldTempo } from '../practice';
import { kindOf, shortTitle, type Kind, type Step } from '../steps';
import type { Bpm } from '../units';

/** How a step came on in one day. */
export interface ClimbedStep {
  readonly id: string;
  /** Without the bars it is about. */
  readonly title: string;
  readonly rungUnit: Kind['rungUnit'];
  readonly on: Day;
  /** The tempo held before that day, and after it; null where none was, or none is asked for. */
  readonly fromBpm: Bpm | null;
  readonly toBpm: Bpm | null;
  readonly isNewlyDone: boolean;
}

/** What was held after each day with an attempt, the earliest first. */
export interface HeldOn {
  readonly day: Day;
  readonly before: HeldTempo;
  readonly after: HeldTempo;
}

/** Attempts day by day, the earliest first. */
export function byDay(
  attempts: readonly Attempt[],
): readonly (readonly [Day, readonly Attempt[]])[] {
  const days = new Map<Day, Attempt[]>();
  for (const one of attempts) {
    const own = days.get(one.day);
    if (own) own.push(one);
    else days.set(one.day, [one]);
  }
  return [...days].toSorted(([a], [b]) => a.localeCompare(b));
}

/** How what is held of a step went from day to day. */
export function heldByDay(step: Step, tries: readonly Try[]): readonly HeldOn[] {
  const asked = holdRuleOf(step);
  let before = heldOf([], asked);
  return byDay(attemptsOf(step, tries)).map(([day, attempts]) => {
    const after = heldOf(attempts, asked, before);
    const one = { day, before, after };
    before = after;
    return one;
  });
}

/**
 * Lists what came on since a day, that day too: a tempo that rose, a goal that was met; in the order of the plan,
 * each step once, from where it was before to where it is now.
 *
 * @example
 * climbedSince([], [], '2026-11-26') // []
 */
export function climbedSince(
  steps: readonly Step[],
  tries: readonly Try[],
  since: Day,
): readonly ClimbedStep[] {
  const practised = new Set(tries.filter(({ day }) => day >= since).map(({ stepId }) => stepId));
  return steps
    .filter(({ id }) => practised.has(id))
    .flatMap((step): readonly ClimbedStep[] => {
      const days = heldByDay(step, tries).filter(({ day }) => day >= since);
      return days.flatMap(({ day, before, after }) => {
        const [fromBpm, toBpm] = [tempoOf(before, step), tempoOf(after, step)];
        const isNewlyDone =
          after.goalDays.length >= step.goal.days && before.goalDays.length < step.goal.days;
        if ((toBpm ?? 0) <= (fromBpm ?? 0) && !isNewlyDone) return [];
        const { id } = step;
        const title = shortTitle(step.about);
        const { rungUnit } = kindOf(step);
        return [{ id, title, rungUnit, on: day, fromBpm, toBpm, isNewlyDone }];
      });
    });
}

function tempoOf({ bpm }: HeldTempo, { rungs }: Step): Bpm | null {
  // Held is a tempo that was played, or 0 without a click.
  return bpm === null || rungs.length === 0 ? null : (bpm as Bpm);
}
