import { dayAfter, daysBetween, type Day } from '../day';
import type { Forecast } from '../forecast';
import type { PlanTime, StepPlan } from '../plan';
import { climbOf, type StepProgress } from '../practice';
import {
  memoryOf,
  oddTries,
  retainedTempo,
  stepForecast,
  tempoLines,
  triedIn,
  type NotComingOn,
  type OddTry,
  type TempoLine,
  type TempoToday,
  type Tried,
} from '../progress';
import { shortTitle } from '../steps';
import { filledBlocks, type FilledBlock } from './ribbon';
import type { CheckAgain, Standing } from './standing';
import { summaryOf, type ReadinessSummary } from './summary';

/** The steps of a song with how far a student is, as the pages about one song show it. */
export interface SongProgress extends StepPlan {
  readonly readiness: ReadinessSummary;
  readonly blocks: readonly FilledBlock[];
  readonly progress: readonly StepProgress[];
  readonly lines: readonly TempoLine[];
  /** The time of the steps that are still to do. */
  readonly left: PlanTime;
  /** What was learned and is due a visit, with what is probably left of its tempo; the longest due first. */
  readonly due: readonly DuePart[];
  /** When what holds the song back probably reaches its goal; none where nothing does, or it has no tempo. */
  readonly when?: WhenReached;
  /** The step that does not come on; none where all do. */
  readonly stuck?: NotComingOn & { readonly stepId: string };
  /** Every try and sign-off, the latest first. */
  readonly tried: readonly Tried[];
  /** Parts that were changed and not played clean since; null where none is. */
  readonly checkAgain: CheckAgain | null;
  /** Tries that can hardly be as they were logged. */
  readonly odd: readonly OddTry[];
}

/** A step with the forecast of its goal. */
export interface WhenReached {
  readonly title: string;
  /** What the step is called, without its bars and its layer. */
  readonly name: string;
  readonly goalBpm: number;
  /** What is held of it now; null while nothing is. */
  readonly cleanBpm: number | null;
  readonly forecast: Forecast;
  /** Minutes the song was practised so far, and those on a usual day of the last four weeks. */
  readonly practisedMinutes: number;
  readonly minutesADay: number;
}

/** A part that was held at a tempo, and wants to be played again. */
export interface DuePart extends Omit<TempoToday, 'isFaded'> {
  readonly stepId: string;
  readonly title: string;
}

const LOOK_BACK_DAYS = 28;

/**
 * Gives how far a student is with a song, as seen on a day.
 *
 * @example
 * songProgress(standingOf(makePlan(EMPTY_SONG), []), '2026-11-26').due // []
 */
export function songProgress(standing: Standing, today: Day): SongProgress {
  const { plan, events, tries, climbs, whole, left, checkAgain } = standing;
  return {
    ...plan,
    readiness: summaryOf(whole),
    blocks: filledBlocks(plan.work, whole),
    progress: climbs,
    lines: tempoLines(plan.steps, tries, plan.goal),
    left,
    due: dueParts(standing, today),
    ...whenReached(standing, today),
    ...firstStuck(standing),
    tried: triedIn(plan.steps, events),
    checkAgain,
    odd: oddTries(plan.steps, events, today),
  };
}

/** When what holds the song back reaches its goal, where it has one. */
function whenReached(
  { whole, events, tries, played }: Standing,
  today: Day,
): Pick<SongProgress, 'when'> {
  const step = whole.heldBackBy?.step;
  const told = step && stepForecast(step, events, today);
  if (!step || !told) return {};
  const when = {
    title: step.title,
    name: step.about.name,
    goalBpm: step.rungs.at(-1) ?? 0,
    cleanBpm: climbOf(step, tries).cleanBpm,
    forecast: told,
    ...practisedSoFar(played, today),
  };
  return { when };
}

/** All minutes of a song, and those of a usual day of the last four weeks, or since it was begun. */
function practisedSoFar(
  played: Standing['played'],
  today: Day,
): Pick<WhenReached, 'practisedMinutes' | 'minutesADay'> {
  const minutesOf = (some: typeof played): number =>
    some.reduce((sum, { seconds }) => sum + seconds, 0) / 60;
  const first = played.reduce((least, { day }) => (day < least ? day : least), today);
  const days = Math.max(1, Math.min(LOOK_BACK_DAYS, daysBetween(first, today)));
  const since = dayAfter(today, -days);
  const lately = played.filter(({ day }) => day >= since);
  return { practisedMinutes: minutesOf(played), minutesADay: minutesOf(lately) / days };
}

/** The first step that can be practised and does not come on. */
function firstStuck({ climbs, stuck }: Standing): Pick<SongProgress, 'stuck'> {
  for (const { step, state } of climbs) {
    const found = state === 'open' ? stuck.get(step.id) : undefined;
    if (found) return { stuck: { ...found, stepId: step.id } };
  }
  return {};
}

/** Parts with a tempo that are due on a day. */
function dueParts({ visits, tries }: Standing, today: Day): readonly DuePart[] {
  return visits
    .filter(({ dueOn }) => dueOn <= today)
    .flatMap(({ progress: { step, climb }, lastOn }) => {
      const memory = memoryOf(step, tries, today);
      if (!memory || climb.cleanBpm === null) return [];
      const left = retainedTempo(climb.cleanBpm, memory.retrievability);
      return [{ stepId: step.id, title: shortTitle(step.about), lastOn, ...left }];
    });
}
