import type { Plan } from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
import { isLate, type ChangeTime } from '@harvu/core/change';
import { readChart } from '@harvu/core/chart';
import { handWords } from '@harvu/core/fretboard';
import { findingsOf, stepFindings, type Finding } from '@harvu/core/checks';
import type { Conventions } from '@harvu/core/conventions';
import {
  capoAdvice,
  keyChanges,
  tuningAdvice,
  voiceAdvice,
  type CapoOption,
  type KeyChangeAdvice,
  type NoteRange,
  type TuningAdvice,
  type VoiceAdvice,
} from '@harvu/core/capo';
import {
  easierGrip,
  makePlan,
  milestonesOf,
  raisesOf,
  slowRemedies,
  smallerPlans,
  songFor,
  stagesOf,
  timeOf,
  type EasierGrip,
  type Milestones,
  type PlanOptions,
  type PlanTime,
  type Practice,
  type Raise,
  type SlowRemedy,
  type SmallerPlan,
  type Stage,
  type StepPlan,
  changedParts,
} from '@harvu/core/plan';
import {
  filledBlocks,
  memoryOf,
  oddTries,
  notComingOn,
  overviewOf,
  readinessOf,
  retainedTempo,
  stepForecast,
  summaryOf,
  tempoLines,
  visitsOf,
  type FilledBlock,
  type NotComingOn,
  type OddTry,
  type PlanOverview,
  type ReadinessSummary,
  toCheckAgain,
  triedIn,
  type Tried,
  type CheckAgain,
  type TempoToday,
  type TempoLine,
} from '@harvu/core/progress';
import {
  climbOf,
  sceneOf,
  stepProgress,
  type BarRange,
  type Scene,
  type StepProgress,
} from '@harvu/core/practice';
import { evidenceIn, playedIn, type PlanEvent, type Try } from '@harvu/core/events';
import type { RecordedStart } from '@harvu/core/recording';
import { barsToLearn, type ToLearn } from '@harvu/core/sameness';
import type { Forecast } from '@harvu/core/forecast';
import type { SongDocument } from '@harvu/core/song';
import {
  shortTitle,
  gripsIn,
  passOf,
  riffApart,
  splitSection,
  changeTimesOf,
  workpieceOf,
  type RiffApart,
  type Step,
  type SongChangeTime,
  type Workpiece,
} from '@harvu/core/steps';
import { dayAfter, daysBetween, type Day } from '@harvu/core/day';
import { findGripsFor } from './grip-search';
import { requestOf, type PlanRequest } from './plan-request';
import { findStep } from '@harvu/core/step-id';

/** What could be made easier about one step. */
export interface Adjustments {
  readonly easier: readonly EasierGrip[];
  /** The change before which a stroke can be left open; null where none can. */
  readonly openStroke: { readonly from: string; readonly to: string } | null;
  /** The bar after which it can be learnt in two; null where it cannot. */
  readonly splitAfter: number | null;
}

/** A song taken apart for the bench. */
export interface SongApart {
  readonly work: Workpiece;
  /** Every change beside the least time there is for it; what lacks most comes first. */
  readonly changes: readonly SongChangeTime[];
  readonly toLearn: ToLearn;
  /** Every riff that is written, played or not. */
  readonly riffs: readonly RiffApart[];
  /** The change that lacks most time, with what would win it; none where every change fits. */
  readonly slowest?: SlowChange;
}

/** A change that takes longer than there is for it, and what would help. */
export interface SlowChange extends ChangeTime {
  readonly remedies: readonly SlowRemedy[];
}

/** The steps of a song as somebody is taught it, with what is worth a second look about them. */
export interface PlannedSong extends StepPlan {
  readonly findings: readonly Finding[];
  readonly milestones: Milestones;
  /** The song's sections in playing order. */
  readonly blocks: readonly PlainBlock[];
  readonly stages: readonly Stage[];
  /** How far the student is on each step. */
  readonly progress: readonly StepProgress[];
  /** Steps the student has done already, by id. */
  readonly done: readonly string[];
}

/** The steps of a song with how far a student is. */
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

/** What is to say of a song's key and capo. */
export interface KeyAdvice {
  /** Places for the capo, what weighs least first. */
  readonly places: readonly CapoOption[];
  readonly changes: readonly KeyChangeAdvice[];
  readonly tuning: TuningAdvice | null;
}

/** The notes a tune and a voice go from and to. */
export interface VoiceRanges {
  readonly tune: NoteRange;
  readonly voice: NoteRange;
}

/** Which step is practised, of it only some bars; and what was tapped along with somebody's own file. */
export interface SceneAsked {
  readonly stepId: string;
  readonly only: BarRange | null;
  readonly taps?: readonly RecordedStart[];
}

/** One section of a song's ribbon. */
export type PlainBlock = Pick<FilledBlock, 'letter' | 'name' | 'bars'>;

/** A practice week with the day a song is wanted for. */
export type SmallerWish = Practice & { readonly wantedOn: Day };

function optionsOf(
  { teaching, student, constants }: PlanRequest,
  { names }: Conventions,
): PlanOptions {
  return { teaching, student, names, constants: constantsWith(constants) };
}

/** When a step reaches its goal, where it has one. */
function whenReached(
  step: Step | undefined,
  events: readonly PlanEvent[],
  today: Day,
): Pick<SongProgress, 'when'> {
  const told = step && stepForecast(step, events, today);
  if (!step || !told) return {};
  const { cleanBpm } = climbOf(step, evidenceIn(events));
  const goalBpm = step.rungs.at(-1) ?? 0;
  return {
    when: {
      title: step.title,
      name: step.about.name,
      goalBpm,
      cleanBpm,
      forecast: told,
      ...practisedSoFar(events, today),
    },
  };
}

const LOOK_BACK_DAYS = 28;

/** All minutes of a song, and those of a usual day of the last four weeks, or since it was begun. */
function practisedSoFar(
  events: readonly PlanEvent[],
  today: Day,
): Pick<WhenReached, 'practisedMinutes' | 'minutesADay'> {
  const played = playedIn(events);
  const minutesOf = (some: typeof played): number =>
    some.reduce((sum, { seconds }) => sum + seconds, 0) / 60;
  const first = played.reduce((least, { day }) => (day < least ? day : least), today);
  const days = Math.max(1, Math.min(LOOK_BACK_DAYS, daysBetween(first, today)));
  const since = dayAfter(today, -days);
  const lately = played.filter(({ day }) => day >= since);
  return { practisedMinutes: minutesOf(played), minutesADay: minutesOf(lately) / days };
}

/** The first step that can be practised and does not come on. */
function stuckOf(
  progress: readonly StepProgress[],
  tries: readonly Try[],
): Pick<SongProgress, 'stuck'> {
  for (const { step, state } of progress) {
    const found = state === 'open' ? notComingOn(step, tries) : undefined;
    if (found) return { stuck: { ...found, stepId: step.id } };
  }
  return {};
}

/** Parts with a tempo that are due on a day. */
function dueParts(
  progress: readonly StepProgress[],
  tries: readonly Try[],
  today: Day,
): readonly DuePart[] {
  return visitsOf(progress, tries)
    .filter(({ dueOn }) => dueOn <= today)
    .flatMap(({ progress: { step, climb }, lastOn }) => {
      const memory = memoryOf(step, tries, today);
      if (!memory || climb.cleanBpm === null) return [];
      const left = retainedTempo(climb.cleanBpm, memory.retrievability);
      return [{ stepId: step.id, title: shortTitle(step.about), lastOn, ...left }];
    });
}

function plainBlocks({ timeline }: Workpiece): readonly PlainBlock[] {
  return timeline.occurrences.map(({ part, name, bars }) => ({
    letter: part.letter,
    name,
    bars: bars.length,
  }));
}

/** The change that lacks most, where any does. */
function slowestOf(
  song: SongDocument,
  work: Workpiece,
  [slow]: readonly SongChangeTime[],
): SlowChange | undefined {
  if (!slow || !isLate(slow)) return undefined;
  return { ...slow, remedies: slowRemedies(song, work, slow) };
}

/** What pages ask about songs: pure, so that a worker answers here and a test asks without one. */
export const answers = {
  /** Reads a chart as it is typed; ids stay as they were in the song before. */
  read: readChart,

  /** Takes a song apart without making its steps. */
  takeApart(song: SongDocument, conventions: Conventions): SongApart {
    const work = workpieceOf(song, conventions);
    const changes = changeTimesOf(work);
    const slowest = slowestOf(song, work, changes);
    const words = handWords(conventions, work);
    const riffs = (song.riffs ?? []).map((named) => riffApart(song, named, { work, words }));
    const toLearn = barsToLearn(work.timeline);
    return { work, changes, toLearn, riffs, ...(slowest && { slowest }) };
  },

  findings: findingsOf,

  /** Where the capo could go, what a key change and the tuning ask for. */
  keyAdvice(song: SongDocument, conventions: Conventions): KeyAdvice {
    return {
      places: capoAdvice(song, conventions),
      changes: keyChanges(song, conventions),
      tuning: tuningAdvice(song, conventions) ?? null,
    };
  },

  /** Keys in which a voice reaches all of a tune. */
  voice(song: SongDocument, ranges: VoiceRanges, conventions: Conventions): VoiceAdvice {
    return voiceAdvice(song, ranges, conventions);
  },

  /** The parts that are played otherwise now than in an older state of the song. */
  changedParts,

  findGrips: findGripsFor,

  /** Makes the steps of a song for somebody, who may have done some of them. */
  plan(request: PlanRequest, events: readonly PlanEvent[], conventions: Conventions): PlannedSong {
    const plan = makePlan(request.song, optionsOf(request, conventions));
    const progress = stepProgress(plan.steps, evidenceIn(events));
    const done = progress.filter((one) => one.state === 'done');
    return {
      ...plan,
      findings: stepFindings(plan),
      milestones: milestonesOf(plan.steps, plan.goal),
      blocks: plainBlocks(plan.work),
      stages: stagesOf(plan.steps, plan),
      progress,
      done: done.map((one) => one.step.id),
    };
  },

  /** What would let one step start faster. */
  raises(request: PlanRequest, stepId: string, conventions: Conventions): readonly Raise[] {
    const { steps, work } = makePlan(request.song, optionsOf(request, conventions));
    return raisesOf(findStep(steps, stepId), work);
  },

  /** Grips of the same names that are easier for this hand, those with a barre first. */
  easier(request: PlanRequest, conventions: Conventions): readonly EasierGrip[] {
    const { work } = makePlan(request.song, optionsOf(request, conventions));
    return work.grips.flatMap(({ name }) => easierGrip(work, name) ?? []);
  },

  /** What could be made easier about one step for this student, on the spot. */
  adjustments(plan: Plan, stepId: string, conventions: Conventions): Adjustments {
    const { steps, work } = makePlan(plan.document, optionsOf(requestOf(plan), conventions));
    const step = findStep(steps, stepId);
    if (!step) return { easier: [], openStroke: null, splitAfter: null };
    const used = new Set(gripsIn(step, work).map(({ name }) => name));
    const change = step.limit?.change;
    const own = songFor(plan.document, plan.teaching.changes);
    const isOpened =
      change && slowRemedies(own, work, change).some(({ kind }) => kind === 'open-stroke');
    const middle = Math.ceil((passOf(step, work).stretch.bars.length - 1) / 2);
    return {
      easier: work.grips
        .filter(({ name }) => used.has(name))
        .flatMap(({ name }) => easierGrip(work, name) ?? []),
      openStroke: isOpened ? { from: change.from, to: change.to } : null,
      splitAfter: middle > 0 && splitSection(work, step, middle) ? middle : null,
    };
  },

  /** Smaller ways to learn a song, up to the first that is in time. */
  smaller(
    request: PlanRequest,
    wish: SmallerWish,
    conventions: Conventions,
  ): readonly SmallerPlan[] {
    return smallerPlans(request.song, optionsOf(request, conventions), wish);
  },

  /** How far a student is with a plan. */
  progress(plan: Plan, today: Day, conventions: Conventions): SongProgress {
    const made = makePlan(plan.document, optionsOf(requestOf(plan), conventions));
    const { work, steps, goal } = made;
    const tries = evidenceIn(plan.events);
    const readiness = readinessOf(work, { steps, tries, goal });
    const progress = stepProgress(steps, tries);
    const open = progress.filter((one) => one.state !== 'done').map((one) => one.step);
    return {
      ...made,
      readiness: summaryOf(readiness),
      blocks: filledBlocks(work.timeline, readiness),
      progress,
      lines: tempoLines(steps, tries, goal),
      left: timeOf(open, work.constants),
      due: dueParts(progress, tries, today),
      ...whenReached(readiness.heldBackBy?.step, plan.events, today),
      ...stuckOf(progress, tries),
      tried: triedIn(steps, plan.events),
      checkAgain: toCheckAgain(plan.events, readiness),
      odd: oddTries(steps, plan.events, today),
    };
  },

  /** What is seen and heard while one step, or some of its bars, is practised; null where the plan has no such step. */
  scene(
    plan: Plan,
    { stepId, only, taps = [] }: SceneAsked,
    conventions: Conventions,
  ): Scene | null {
    const { steps, work } = makePlan(plan.document, optionsOf(requestOf(plan), conventions));
    const step = findStep(steps, stepId);
    const stage = { song: plan.document, work, conventions, taps };
    return step ? sceneOf(step, only ? { ...stage, only } : stage) : null;
  },

  /** A plan at a glance, as the server gives it; for what has not been sent yet. */
  overview(plan: Plan, conventions: Conventions): PlanOverview {
    const made = makePlan(plan.document, optionsOf(requestOf(plan), conventions));
    return overviewOf(made, plan.events, plan.teaching.wantedOn);
  },
};

export type Answers = typeof answers;
