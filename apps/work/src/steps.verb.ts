import { isRealDate } from '@harvu/contract';
import { formatFingers, formatGrip } from '@harvu/core/fretboard';
import {
  deadlineOf,
  finishOn,
  makePlan,
  SCHOOLS,
  smallerPlans,
  stagesOf,
  USUAL_TEACHING,
} from '@harvu/core/plan';
import { LAYERS } from '@harvu/core/song';
import { gripsIn, insideChanges, type Step, type Workpiece } from '@harvu/core/steps';
import type { Student } from '@harvu/core/player';
import type { Day } from '@harvu/core/day';
import { array, mixed, number, object, string, type InferType } from 'yup';
import { readSong } from './song-input';
import { verbOf, workError } from './verb';
import { USUAL_CONSTANTS } from '@harvu/core/constants';

const MOST_OWNED = 5000;
const DAYS = 7;

const seconds = () => number().required().moreThan(0).max(60);

const student = object({
  ownedGrips: array().of(string().required()).max(MOST_OWNED).optional(),
  ownedPatterns: array().of(string().required()).max(MOST_OWNED).optional(),
  changes: array()
    .of(object({ from: string().required(), to: string().required(), seconds: seconds() }))
    .max(MOST_OWNED)
    .optional(),
  strokesPerSecond: number().moreThan(0).max(40).optional(),
  paceFactor: number().min(0.1).max(10).optional(),
  scaleLengthMm: number().min(300).max(1000).optional(),
  stretchMm: number().min(40).max(250).optional(),
  minutesByWeekday: array().of(number().required().min(0).max(1440)).length(DAYS).optional(),
})
  .default(undefined)
  .optional();

const day = () =>
  string<Day>().test(
    'day',
    '${path} must be a day that exists, such as 2026-11-26',
    (value) => value == null || isRealDate(value),
  );

const input = object({
  song: mixed<string | object>().required(),
  student,
  school: string().oneOf(SCHOOLS).required(),
  layer: string().oneOf(LAYERS).optional(),
  deadlineOn: day().nullable().optional(),
  today: day().required(),
});

type Input = InferType<typeof input>;

/** Names are written with # and b; the signs are accepted. */
function plain(name: string): string {
  return name.replaceAll('♯', '#').replaceAll('♭', 'b');
}

function studentOf(known: Input['student']): Student {
  const { strokesPerSecond, paceFactor, scaleLengthMm, stretchMm } = known ?? {};
  const changes = known?.changes ?? [];
  return {
    ownedGrips: (known?.ownedGrips ?? []).map(plain),
    ownedPatterns: known?.ownedPatterns ?? [],
    changes: changes.map((one) => ({ ...one, from: plain(one.from), to: plain(one.to) })),
    ...(strokesPerSecond !== undefined && { strokesPerSecond }),
    ...(paceFactor !== undefined && { paceFactor }),
    ...(scaleLengthMm !== undefined && { scaleLengthMm }),
    ...(stretchMm !== undefined && { stretchMm }),
  };
}

/** To a tenth of a minute. */
function rounded(minutes: number): number {
  return Math.round(minutes * 10) / 10;
}

function toAnswer(step: Step, work: Workpiece) {
  const { id, kind, title, atoms, layer, bars, needs, rungs, goal, minutes, why } = step;
  const grips = gripsIn(step, work).map((one) => ({
    name: one.name,
    grip: formatGrip(one.grip),
    fingers: formatFingers(one.fingers),
  }));
  return {
    ...{ id, kind, title, atoms, needs },
    ...(grips.length > 0 && { grips }),
    ...(layer !== undefined && { layer }),
    ...(bars && { bars }),
    ...(rungs.length > 0 && { startBpm: rungs[0], goalBpm: rungs.at(-1), rungs }),
    ...{ goal, minutes: rounded(minutes), why },
  };
}

/** `{song, student?, school, layer?, deadlineOn?, today}` → the steps in order, what is skipped, how long. */
export const stepsVerb = verbOf(input, (request) => {
  const song = readSong(request.song);
  if (typeof song === 'string') return workError('input', song, 'song');
  const { school, layer = 'full', deadlineOn = null, today } = request;
  const options = {
    teaching: { ...USUAL_TEACHING, school, goal: layer, wantedOn: deadlineOn },
    student: studentOf(request.student),
  };
  const plan = makePlan(song, options);
  const usual = Array<number>(DAYS).fill(USUAL_CONSTANTS.minutesADay);
  const practice = { minutesByWeekday: request.student?.minutesByWeekday ?? usual, today };
  /** Whether the day can be met, and the first smaller way that would. */
  const deadlineFor = (wantedOn: Day) => {
    const deadline = deadlineOf(plan.time, wantedOn, practice);
    const ways = smallerPlans(song, options, { wantedOn, ...practice });
    const words = ways.at(-1)?.words ?? [];
    const smaller = words.length > 0 ? words.join(', ') : null;
    return { feasible: deadline.verdict !== 'misses', smaller, ...deadline };
  };
  const { minutes, low, high } = plan.time;
  const stages = stagesOf(plan.steps, plan);
  return {
    stages: stages.map((stage) => ({ ...stage, minutes: rounded(stage.minutes) })),
    steps: plan.steps.map((step) => toAnswer(step, plan.work)),
    inside: insideChanges(plan.steps, plan.work),
    skipped: plan.skipped.map(({ id, kind, title }) => ({ id, kind, title })),
    minutes: Math.round(minutes),
    minutesLow: Math.round(low),
    minutesHigh: Math.round(high),
    finishOn: finishOn(minutes, practice),
    ...(deadlineOn !== null && { deadline: deadlineFor(deadlineOn) }),
  };
});
