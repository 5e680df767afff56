import { dayAfter, type Day } from '../day';
import type { TimePlayed, Try } from '../events';
import type { PlanTime } from '../plan';
import type { StepProgress } from '../practice';
import {
  climbedSince,
  doneOn,
  reachedMilestones,
  sayingsIn,
  type ClimbedStep,
  type DoneStep,
  type DueVisit,
  type NotComingOn,
  type ReachedMilestone,
  type Saying,
} from '../progress';
import { kindOf, minutesLeft, shortTitle, type Kind, type Subject, type Step } from '../steps';
import type { Bpm } from '../units';
import { filledBlocks, type FilledBlock } from './ribbon';
import type { CheckAgain, Standing } from './standing';
import { summaryOf, type ReadinessSummary } from './summary';

/** A step that can be practised now. */
export interface OpenStep {
  readonly id: string;
  readonly title: string;
  /** The title without the bars it is about. */
  readonly short: string;
  readonly rungs: readonly Bpm[];
  readonly rungUnit: Kind['rungUnit'];
  /** The tempo being practised; null without rungs. */
  readonly nowBpm: Bpm | null;
  readonly cleanBpm: Bpm | null;
  readonly cleanInRow: number;
  readonly goalInRow: number;
  readonly goal: string;
  /** Minutes that are left of it. */
  readonly minutes: number;
  /** It was tried before. */
  readonly isBegun: boolean;
  /** It is what holds the song back. */
  readonly holdsBack: boolean;
  /** It is listened to; no hand is needed. */
  readonly isListening: boolean;
  /** A string sounds in it: it is no tuning, listening or looking. */
  readonly isPlayed: boolean;
  /** A pass goes from the song's first bar to its last. */
  readonly isWholeSong: boolean;
  /** It is practised and does not come on; null where it does. */
  readonly stuck: NotComingOn | null;
}

/** A step that is done and wants to be played again. */
export interface VisitStep {
  readonly step: OpenStep;
  /** Once through, and a breath. */
  readonly minutes: number;
  readonly lastOn: Day;
  readonly dueOn: Day;
  /** From this day on it has to be shown again before it counts as ready. */
  readonly fadesOn: Day;
}

/** One student's song at a glance; worked out anew whenever the plan or its log has changed. */
export interface PlanOverview {
  readonly blocks: readonly FilledBlock[];
  readonly readiness: ReadinessSummary;
  readonly stepCount: number;
  readonly doneCount: number;
  /** The first of those that can be practised now. */
  readonly open: readonly OpenStep[];
  readonly openCount: number;
  /** The last day with a try; null before the first. */
  readonly lastDay: Day | null;
  /** Minutes of practice on each day that had some. */
  readonly minutesByDay: Readonly<Record<Day, number>>;
  /** What was done on the last day with practice. */
  readonly lastDone: readonly DoneStep[];
  /** What was learned, by when it wants a visit; the earliest few. */
  readonly visits: readonly VisitStep[];
  /** The last day on which something hurt; null where none did. */
  readonly soreOn: Day | null;
  /** The day the song is wanted for; null where none is agreed. */
  readonly wantedOn: Day | null;
  /** The time of all that is still to do. */
  readonly left: PlanTime;
  /** What came on in the four weeks before the last day with practice. */
  readonly climbed: readonly ClimbedStep[];
  readonly milestones: readonly ReachedMilestone[];
  /** The days on which something was begun in the last two weeks of practice, once for each step. */
  readonly begunOn: readonly Day[];
  /** Parts that were changed and not played clean since; null where none is. */
  readonly checkAgain: CheckAgain | null;
  /** What the student said lately, the latest first. */
  readonly said: readonly Saying[];
}

const OPEN_SHOWN = 4;
const VISITS_SHOWN = 4;
const CLIMBED_DAYS = 28;
const BEGUN_DAYS = 14;
/** Nothing new for a hand. */
const EASY: readonly Subject[] = ['frame', 'listening'];

/**
 * The rules by which a song is looked over: whoever keeps an overview keeps this number with it. It goes up with
 * every change that makes another overview of the same plan and log; a spec says when.
 */
export const OVERVIEW_RULES = 5;

/**
 * Gives one student's song at a glance, from how the plan stands and the day it is wanted for.
 *
 * @example
 * overviewOf(standingOf(makePlan(EMPTY_SONG), [])).stepCount // 0
 */
export function overviewOf(standing: Standing, wantedOn: Day | null = null): PlanOverview {
  const { plan, events, tries, played, climbs, whole, visits, lastDay } = standing;
  const { steps, work, goal } = plan;
  const open = climbs.filter(({ state }) => state === 'open');
  const shown = [...firstOpen(open, whole.heldBackBy?.step.id), ...firstSound(climbs)];
  return {
    blocks: filledBlocks(work, whole),
    readiness: summaryOf(whole),
    stepCount: steps.length,
    doneCount: climbs.filter(({ state }) => state === 'done').length,
    open: shown.map((one) => toOpenStep(one, standing)),
    openCount: open.length,
    lastDay,
    minutesByDay: minutesByDayOf(played),
    wantedOn,
    lastDone: lastDay === null ? [] : doneOn(steps, events, lastDay),
    visits: visits.slice(0, VISITS_SHOWN).map((one) => toVisit(one, standing)),
    soreOn: standing.soreOn,
    left: standing.left,
    climbed: lastDay === null ? [] : climbedSince(steps, tries, dayAfter(lastDay, -CLIMBED_DAYS)),
    begunOn: lastDay === null ? [] : begunSince(steps, tries, dayAfter(lastDay, -BEGUN_DAYS)),
    milestones: reachedMilestones(climbs, work, goal),
    checkAgain: standing.checkAgain,
    said: sayingsIn(events, steps),
  };
}

function toVisit({ progress, lastOn, dueOn, fadesOn }: DueVisit, standing: Standing): VisitStep {
  const { lasts } = standing.plan.work.timeline;
  return {
    step: toOpenStep(progress, standing),
    lastOn,
    dueOn,
    fadesOn,
    minutes: kindOf(progress.step).isWholeSong ? Math.ceil(lasts / 60) : 0,
  };
}

function toOpenStep({ step, climb }: StepProgress, standing: Standing): OpenStep {
  const { plan, whole, stuck } = standing;
  const { id, title, rungs, goal } = step;
  const { rungUnit, subject } = kindOf(step);
  return {
    id,
    title,
    short: shortTitle(step.about),
    rungs,
    rungUnit,
    cleanBpm: climb.cleanBpm,
    minutes: minutesLeft(step, climb.cleanBpm, plan.work),
    isBegun: climb.triesCount > 0,
    holdsBack: id === whole.heldBackBy?.step.id,
    isPlayed: subject !== 'listening' && subject !== 'frame',
    isListening: subject === 'listening',
    nowBpm: rungs[climb.rung] ?? null,
    cleanInRow: climb.cleanInRow,
    goalInRow: goal.cleanInRow,
    goal: goal.words,
    isWholeSong: kindOf(step).isWholeSong === true,
    stuck: stuck.get(id) ?? null,
  };
}

/** The first few, and what holds the song back wherever it stands. */
function firstOpen(
  open: readonly StepProgress[],
  heldBackBy: string | undefined,
): readonly StepProgress[] {
  const first = open.slice(0, OPEN_SHOWN);
  const holding = open.slice(OPEN_SHOWN).find(({ step }) => step.id === heldBackBy);
  return holding ? [...first.slice(0, -1), holding] : first;
}

/** When each step that asks something of the hands was tried first, if that was lately. */
function begunSince(steps: readonly Step[], tries: readonly Try[], since: Day): readonly Day[] {
  const first = new Map<string, Day>();
  for (const { stepId, day } of tries) {
    const known = first.get(stepId);
    if (known === undefined || day < known) first.set(stepId, day);
  }
  return steps
    .filter((step) => !EASY.includes(kindOf(step).subject))
    .flatMap(({ id }) => first.get(id) ?? [])
    .filter((day) => day >= since);
}

function minutesByDayOf(played: readonly TimePlayed[]): Readonly<Record<Day, number>> {
  const minutes: Record<Day, number> = {};
  for (const { day, seconds } of played) minutes[day] = (minutes[day] ?? 0) + seconds / 60;
  return minutes;
}

function isPlayed({ step }: StepProgress): boolean {
  const { subject } = kindOf(step);
  return subject !== 'listening' && subject !== 'frame';
}

/** Where nothing that sounds is open yet, the first that waits for nothing but getting ready and listening. */
function firstSound(progress: readonly StepProgress[]): readonly StepProgress[] {
  if (progress.some((one) => one.state === 'open' && isPlayed(one))) return [];
  const inTheWay = new Set(
    progress.filter((one) => one.state !== 'done' && isPlayed(one)).map(({ step }) => step.id),
  );
  const first = progress.find(
    (one) =>
      one.state === 'later' && isPlayed(one) && !one.step.needs.some((id) => inTheWay.has(id)),
  );
  return first ? [first] : [];
}
