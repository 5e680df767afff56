import type { Plan } from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
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
  adjustmentsOf,
  easierGrip,
  makePlan,
  milestonesOf,
  raisesOf,
  slowestChange,
  smallerPlans,
  songFor,
  stagesOf,
  type Adjustments,
  type EasierGrip,
  type Milestones,
  type PlanOptions,
  type Practice,
  type Raise,
  type SlowChange,
  type SmallerPlan,
  type Stage,
  type StepPlan,
  changedParts,
} from '@harvu/core/plan';
import {
  overviewOf,
  songProgress,
  standingOf,
  type PlanOverview,
  type SongProgress,
  type Standing,
} from '@harvu/core/standing';
import { sceneOf, type BarRange, type Scene, type StepProgress } from '@harvu/core/practice';
import type { PlanEvent } from '@harvu/core/events';
import type { RecordedStart } from '@harvu/core/recording';
import { barsToLearn, formOf, plainBlocks, type PlainBlock, type ToLearn } from '@harvu/core/form';
import { writtenLines, type WrittenLine } from '@harvu/core/words';
import type { SongDocument } from '@harvu/core/song';
import {
  riffApart,
  changeTimesOf,
  workpieceOf,
  type RiffApart,
  type SongChangeTime,
  type Workpiece,
} from '@harvu/core/steps';
import type { Day } from '@harvu/core/day';
import { findGripsFor } from './grip-search';
import { requestOf, type PlanRequest } from './plan-request';
import { findStep } from '@harvu/core/step-id';

/** A song taken apart for the bench. */
export interface SongApart {
  readonly work: Workpiece;
  /** Every change beside the least time there is for it; what lacks most comes first. */
  readonly changes: readonly SongChangeTime[];
  readonly toLearn: ToLearn;
  /** Its lines in the order they are heard, with what is said of each. */
  readonly lines: readonly WrittenLine[];
  /** Every riff that is written, played or not. */
  readonly riffs: readonly RiffApart[];
  /** The change that lacks most time, with what would win it; none where every change fits. */
  readonly slowest?: SlowChange;
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

/** A practice week with the day a song is wanted for. */
export type SmallerWish = Practice & { readonly wantedOn: Day };

function optionsOf(
  { teaching, student, constants }: PlanRequest,
  { names }: Conventions,
): PlanOptions {
  return { teaching, student, names, constants: constantsWith(constants) };
}

/** How the plan of a student stands. */
function standingIn(plan: Plan, conventions: Conventions): Standing {
  const made = makePlan(plan.document, optionsOf(requestOf(plan), conventions));
  return standingOf(made, plan.events);
}

/** What pages ask about songs: pure, so that a worker answers here and a test asks without one. */
export const answers = {
  /** Reads a chart as it is typed; ids stay as they were in the song before. */
  read: readChart,

  /** Takes a song apart without making its steps. */
  takeApart(song: SongDocument, conventions: Conventions): SongApart {
    const work = workpieceOf(song, conventions);
    const changes = changeTimesOf(work);
    const slowest = slowestChange(song, work, changes);
    const words = handWords(conventions, work);
    const riffs = (song.riffs ?? []).map((named) => riffApart(song, named, { work, words }));
    const form = formOf(song, work.timeline);
    const toLearn = barsToLearn(work.timeline, form);
    const lines = writtenLines(form);
    return { work, changes, toLearn, lines, riffs, ...(slowest && { slowest }) };
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
    const { climbs } = standingOf(plan, events);
    return {
      ...plan,
      findings: stepFindings(plan),
      milestones: milestonesOf(plan.steps, plan.goal),
      blocks: plainBlocks(plan.work),
      stages: stagesOf(plan.steps, plan),
      progress: climbs,
      done: climbs.filter(({ state }) => state === 'done').map(({ step }) => step.id),
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
    const made = makePlan(plan.document, optionsOf(requestOf(plan), conventions));
    const own = songFor(plan.document, plan.teaching.changes);
    return adjustmentsOf(made, stepId, own);
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
    return songProgress(standingIn(plan, conventions), today);
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
    return overviewOf(standingIn(plan, conventions), plan.teaching.wantedOn);
  },
};

export type Answers = typeof answers;
