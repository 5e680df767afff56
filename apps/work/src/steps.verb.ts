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
import type { Day } from '@harvu/core/day';
import { mixed, object, string } from 'yup';
import { readSong } from './song-input';
import { dayField, practiceOf, studentField, studentOf } from './student-input';
import { verbOf, workError } from './verb';

const input = object({
  song: mixed<string | object>().required(),
  student: studentField(),
  school: string().oneOf(SCHOOLS).required(),
  layer: string().oneOf(LAYERS).optional(),
  deadlineOn: dayField().nullable().optional(),
  today: dayField().required(),
});

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
    id,
    kind,
    title,
    atoms,
    needs,
    ...(grips.length > 0 && { grips }),
    ...(layer !== undefined && { layer }),
    ...(bars && { bars }),
    ...(rungs.length > 0 && { startBpm: rungs[0], goalBpm: rungs.at(-1), rungs }),
    goal,
    minutes: rounded(minutes),
    why,
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
  const practice = practiceOf(request.student, today);
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
