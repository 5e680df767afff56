import { timeOf, type PlanTime, type StepPlan } from '../plan';
import type { PartedSong } from '../sameness';
import {
  kindOf,
  minutesLeft,
  shortTitle,
  type Kind,
  type Matter,
  type Step,
  type Workpiece,
} from '../steps';
import type { Bpm } from '../units';
import { dayAfter, type Day } from '../day';
import {
  evidenceIn,
  isDatedAhead,
  playedIn,
  type PlanEvent,
  type Played,
  type Try,
} from '../events';
import { stepProgress, type StepProgress } from '../practice';
import { doneOn, type DoneStep } from './done-on';
import { climbedSince, type ClimbedStep } from './climbed';
import { reachedMilestones, type ReachedMilestone } from './reached';
import { readinessOf, type Readiness } from './readiness';
import { sayingsIn, type Saying } from './sayings';
import { notComingOn, type NotComingOn } from './stuck';
import { visitsOf } from './visits';

/** One block of a song's ribbon, filled as far as its part is held. */
export interface FilledBlock {
  readonly letter: string;
  readonly name: string;
  readonly bars: number;
  /** Null while it is a hole. */
  readonly cleanBpm: Bpm | null;
  /** What it holds in a barer layer, while it is a hole; null where it holds nothing there either. */
  readonly barerBpm: Bpm | null;
  readonly goalBpm: Bpm;
}

/** How far a song is, without the steps it was worked out from. */
export interface ReadinessSummary extends Pick<
  Readiness,
  'songBpm' | 'restBpm' | 'goalBpm' | 'share' | 'barer' | 'gates' | 'kept'
> {
  /** Bars that are new in sections not held at any tempo yet, and joins that are not. */
  readonly holeBars: number;
  readonly holeJoins: number;
  readonly heldBackBy: {
    readonly stepId: string;
    readonly title: string;
    /** What it is and what is left to do, without the words before it. */
    readonly what: string;
    readonly cleanBpm: Bpm | null;
    readonly goalBpm: Bpm;
  } | null;
}

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
const EASY: readonly Matter[] = ['frame', 'listening'];

/**
 * Fills the blocks of a song's ribbon as far as a student holds its parts.
 *
 * @example
 * filledBlocks(partsOf(EMPTY_SONG), readinessOf(workpieceOf(EMPTY_SONG), { steps: [], tries: [] })) // []
 */
export function filledBlocks(
  song: PartedSong,
  { parts, barerParts }: Readiness,
): readonly FilledBlock[] {
  const held = new Map(
    parts
      .filter(({ step }) => kindOf(step).holdsPart)
      .flatMap(({ step, cleanBpm }) =>
        [...step.atoms, ...(step.covers ?? [])].map((part) => [part, cleanBpm] as const),
      ),
  );
  return song.occurrences.map(({ part, name, bars }) => ({
    letter: part.letter,
    name,
    bars: bars.length,
    goalBpm: part.goalBpm,
    cleanBpm: held.get(part.id) ?? null,
    barerBpm: held.get(part.id) == null ? (barerParts[part.id] ?? null) : null,
  }));
}

/**
 * Puts how far a song is into what can be sent and kept.
 *
 * @example
 * summaryOf(readinessOf(workpieceOf(EMPTY_SONG), { steps: [], tries: [] })).heldBackBy // null
 */
export function summaryOf(readiness: Readiness): ReadinessSummary {
  const { songBpm, restBpm, goalBpm, share, barer, gates, kept, parts, heldBackBy } = readiness;
  const joins = parts.filter(({ step }) => kindOf(step).matter === 'join');
  return {
    songBpm,
    restBpm,
    goalBpm,
    share,
    barer,
    gates,
    kept,
    holeBars: readiness.holes.reduce((sum, { bars }) => sum + bars.length, 0),
    holeJoins: joins
      .filter(({ cleanBpm }) => cleanBpm === null)
      .reduce((sum, { step }) => sum + step.atoms.length / 2, 0),
    heldBackBy: heldBackBy
      ? {
          stepId: heldBackBy.step.id,
          title: heldBackBy.step.title,
          what: heldBackBy.what,
          cleanBpm: heldBackBy.cleanBpm,
          goalBpm: heldBackBy.goalBpm,
        }
      : null,
  };
}

/** What open steps are told from. */
interface Telling {
  readonly work: Workpiece;
  readonly tries: readonly Try[];
  readonly heldBackBy: string | undefined;
}

/** Parts that a correction of the song has changed, and that were not played clean since. */
export interface CheckAgain {
  readonly on: Day;
  readonly names: readonly string[];
}

/**
 * Tells what a correction of the song left to be shown again; null where nothing is.
 *
 * @example
 * toCheckAgain([], readinessOf(workpieceOf(EMPTY_SONG), { steps: [], tries: [] })) // null
 */
export function toCheckAgain(
  events: readonly PlanEvent[],
  { parts }: Readiness,
): CheckAgain | null {
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

/**
 * The rules by which a song is looked over: whoever keeps an overview keeps this number with it. It goes up with
 * every change that makes another overview of the same plan and log; a spec says when.
 */
export const OVERVIEW_RULES = 4;

/**
 * Works out one student's song at a glance, from the plan and its log, and the day it is wanted for.
 *
 * @example
 * overviewOf(makePlan(EMPTY_SONG), []).stepCount // 0
 */
export function overviewOf(
  plan: StepPlan,
  events: readonly PlanEvent[],
  wantedOn: Day | null = null,
): PlanOverview {
  const tries = evidenceIn(events);
  const played = playedIn(events);
  const { steps, work, goal } = plan;
  const readiness = readinessOf(work, { steps, tries, goal });
  const progress = stepProgress(steps, tries);
  const open = progress.filter(({ state }) => state === 'open');
  const heldBackBy = readiness.heldBackBy?.step.id;
  const telling = { work, tries, heldBackBy };
  const undone = progress.filter(({ state }) => state !== 'done').map(({ step }) => step);
  const lastDay = lastDayOf(played);
  return {
    blocks: filledBlocks(work.timeline, readiness),
    readiness: summaryOf(readiness),
    stepCount: steps.length,
    doneCount: progress.filter(({ state }) => state === 'done').length,
    open: [...firstOpen(open, heldBackBy), ...firstSound(progress)].map((one) =>
      toOpenStep(one, telling),
    ),
    openCount: open.length,
    lastDay,
    minutesByDay: minutesByDayOf(played),
    wantedOn,
    lastDone: lastDay === null ? [] : doneOn(steps, events, lastDay),
    visits: visitsOf(progress, tries)
      .slice(0, VISITS_SHOWN)
      .map(({ progress: one, lastOn: on, dueOn, fadesOn }) => ({
        step: toOpenStep(one, telling),
        lastOn: on,
        dueOn,
        fadesOn,
        minutes: kindOf(one.step).isWholeSong ? Math.ceil(work.timeline.lasts / 60) : 0,
      })),
    soreOn: lastDayOf(events.filter((one) => one.kind === 'sore' && !isDatedAhead(one))),
    left: timeOf(undone, work.constants),
    climbed: lastDay === null ? [] : climbedSince(steps, tries, dayAfter(lastDay, -CLIMBED_DAYS)),
    begunOn: lastDay === null ? [] : begunSince(steps, tries, dayAfter(lastDay, -BEGUN_DAYS)),
    milestones: reachedMilestones(progress, work, goal),
    checkAgain: toCheckAgain(events, readiness),
    said: sayingsIn(events, steps),
  };
}

function toOpenStep({ step, climb }: StepProgress, telling: Telling): OpenStep {
  const { work, tries, heldBackBy } = telling;
  const { id, title, rungs, goal } = step;
  const { rungUnit, matter } = kindOf(step);
  return {
    id,
    title,
    short: shortTitle(step.about),
    rungs,
    rungUnit,
    cleanBpm: climb.cleanBpm,
    minutes: minutesLeft(step, climb.cleanBpm, work),
    isBegun: climb.triesCount > 0,
    holdsBack: id === heldBackBy,
    isPlayed: matter !== 'listening' && matter !== 'frame',
    isListening: matter === 'listening',
    nowBpm: rungs[climb.rung] ?? null,
    cleanInRow: climb.cleanInRow,
    goalInRow: goal.cleanInRow,
    goal: goal.words,
    isWholeSong: kindOf(step).isWholeSong === true,
    stuck: (climb.isDone ? undefined : notComingOn(step, tries)) ?? null,
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

function lastDayOf(played: readonly { readonly day: Day }[]): Day | null {
  return played.reduce<Day | null>(
    (last, { day }) => (last === null || day > last ? day : last),
    null,
  );
}

/** When each step that asks something of the hands was tried first, if that was lately. */
function begunSince(steps: readonly Step[], tries: readonly Try[], since: Day): readonly Day[] {
  const first = new Map<string, Day>();
  for (const { stepId, day } of tries) {
    const known = first.get(stepId);
    if (known === undefined || day < known) first.set(stepId, day);
  }
  return steps
    .filter((step) => !EASY.includes(kindOf(step).matter))
    .flatMap(({ id }) => first.get(id) ?? [])
    .filter((day) => day >= since);
}

function minutesByDayOf(played: readonly Played[]): Readonly<Record<Day, number>> {
  const minutes: Record<Day, number> = {};
  for (const { day, seconds } of played) minutes[day] = (minutes[day] ?? 0) + seconds / 60;
  return minutes;
}

function isPlayed({ step }: StepProgress): boolean {
  const { matter } = kindOf(step);
  return matter !== 'listening' && matter !== 'frame';
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
