import type { Day } from '../day';
import {
  evidenceIn,
  isDatedAhead,
  playedIn,
  type PlanEvent,
  type TimePlayed,
  type Try,
} from '../events';
import { timeOf, type PlanTime, type StepPlan } from '../plan';
import { stepProgress, type StepProgress } from '../practice';
import {
  notComingOn,
  readinessOf,
  visitsOf,
  type DueVisit,
  type NotComingOn,
  type Readiness,
} from '../progress';
import { kindOf } from '../steps';

/** Parts that a correction of the song has changed, and that were not played clean since. */
export interface CheckAgain {
  readonly on: Day;
  readonly names: readonly string[];
}

/** How a plan stands: all that its log says of it, made once and handed on. */
export interface Standing {
  readonly plan: StepPlan;
  readonly events: readonly PlanEvent[];
  readonly tries: readonly Try[];
  readonly played: readonly TimePlayed[];
  /** Every step with how far it is climbed, in the order of the plan. */
  readonly climbs: readonly StepProgress[];
  /** The whole song, its parts, and what holds it back. */
  readonly whole: Readiness;
  /** What was learned and wants a visit, the earliest first. */
  readonly visits: readonly DueVisit[];
  /** Steps that are practised and do not come on, by their id. */
  readonly stuck: ReadonlyMap<string, NotComingOn>;
  /** The time of all that is still to do. */
  readonly left: PlanTime;
  /** The last day with a try; null before the first. */
  readonly lastDay: Day | null;
  /** The last day on which something hurt; null where none did. */
  readonly soreOn: Day | null;
  /** Parts that were changed and not played clean since; null where none is. */
  readonly checkAgain: CheckAgain | null;
}

/**
 * Tells how a plan stands, from its log.
 *
 * @example
 * standingOf(makePlan(EMPTY_SONG), []).lastDay // null
 */
export function standingOf(plan: StepPlan, events: readonly PlanEvent[]): Standing {
  const { steps, work, goal } = plan;
  const tries = evidenceIn(events);
  const played = playedIn(events);
  const climbs = stepProgress(steps, tries);
  const whole = readinessOf(work, { steps, tries, goal });
  const undone = climbs.filter(({ state }) => state !== 'done').map(({ step }) => step);
  const stuck = undone.flatMap((step) => {
    const found = notComingOn(step, tries);
    return found ? [[step.id, found] as const] : [];
  });
  return {
    plan,
    events,
    tries,
    played,
    climbs,
    whole,
    visits: visitsOf(climbs, tries),
    stuck: new Map(stuck),
    left: timeOf(undone, work.constants),
    lastDay: lastDayOf(played),
    soreOn: lastDayOf(events.filter((one) => one.kind === 'sore' && !isDatedAhead(one))),
    checkAgain: toCheckAgain(events, whole),
  };
}

function lastDayOf(dated: readonly { readonly day: Day }[]): Day | null {
  return dated.reduce<Day | null>(
    (last, { day }) => (last === null || day > last ? day : last),
    null,
  );
}

/** What a correction of the song left to be shown again. */
function toCheckAgain(events: readonly PlanEvent[], { parts }: Readiness): CheckAgain | null {
  const last = events.findLast((one) => one.kind === 'changed');
  if (last?.kind !== 'changed') return null;
  const holes = new Set(
    parts
      .filter(({ step, cleanBpm }) => kindOf(step).holdsPart === true && cleanBpm === null)
      .flatMap(({ step }) => step.atoms),
  );
  const names = last.names.filter((_, index) => holes.has(last.parts[index] ?? ''));
  return names.length === 0 ? null : { on: last.day, names };
}
