import { assumed } from '../constants';
import { dayAfter, daysBetween, type Day } from '../day';
import { seeded } from '../random';
import { familiesFrom, type Curve } from './curves';

/** What was clean on a day, and how long it was practised then. */
export interface ForecastTry {
  readonly on: Day;
  readonly minutes: number;
  readonly cleanBpm: number;
}

/** What a forecast is made from. */
export interface ForecastRequest {
  readonly goalBpm: number;
  readonly tries: readonly ForecastTry[];
  /** One entry a calendar day, the last is the day before today. */
  readonly minutesByDay: readonly number[];
  readonly today: Day;
  readonly seed: number;
}

/** Days at which the goal is reached with one, five and nine chances in ten; null beyond 400 days. */
export type Forecast =
  | {
      readonly enough: true;
      readonly p10: Day | null;
      readonly p50: Day | null;
      readonly p90: Day | null;
    }
  | { readonly enough: false; readonly need: string };

const LEAST_TRIES = 4;
const LEAST_DAYS = 10;
const LOOK_BACK_DAYS = 28;
const HORIZON_DAYS = 400;
const DRAWS = 400;
/** How far a result lies from the curve, as a share of the goal. */
const NOISE = [0.015, 0.03, 0.05, 0.08];
/** What comes is not quite like what was: practice is worth so much more or less. */
const UNLIKE = assumed('forecastUnlike');

/** A result with the practice before it and the idle days before it. */
interface ResultAfter {
  readonly practised: number;
  readonly idleDays: number;
  readonly share: number;
}

/** Practice of each day from the first try on, in units of all of it. */
interface Course {
  readonly seen: readonly ResultAfter[];
  readonly unitMinutes: number;
  readonly practised: number;
  readonly idleDays: number;
}

/** A curve, and the chance that it is one of those before it or itself. */
interface Weighed {
  readonly curve: Curve;
  readonly upTo: number;
}

/**
 * Foretells when a tempo is reached: curves of six kinds weighed by how well they fit what was clean after how
 * much practice, and days of practice like those of the last four weeks. The same request gives the same answer.
 *
 * @example
 * forecast({ goalBpm: 92, tries: [], minutesByDay: [], today: '2026-11-26', seed: 1 }) // { enough: false, need: '4 more results with a tempo' }
 */
export function forecast(request: ForecastRequest): Forecast {
  const ordered = request.tries
    .filter(({ on, cleanBpm }) => daysBetween(on, request.today) >= 0 && cleanBpm > 0)
    .toSorted((a, b) => a.on.localeCompare(b.on));
  const need = needed(ordered);
  if (need !== undefined) return { enough: false, need };
  const recent = request.minutesByDay.slice(-LOOK_BACK_DAYS);
  if (!recent.some((one) => one > 0))
    return { enough: false, need: 'practice in the last four weeks' };
  const random = seeded(request.seed);
  const course = courseOf(request, ordered);
  const weighed = weigh(course);
  const days = Array.from({ length: DRAWS }, () => {
    const at = random();
    const { curve } = weighed.find(({ upTo }) => upTo >= at) ?? { curve: undefined };
    return curve ? daysToGoal(curve, { course, recent, random }) : Infinity;
  }).toSorted((a, b) => a - b);
  const at = (share: number): Day | null => {
    const count = days[Math.round(share * (DRAWS - 1))] ?? Infinity;
    return Number.isFinite(count) ? dayAfter(request.today, count) : null;
  };
  return { enough: true, p10: at(0.1), p50: at(0.5), p90: at(0.9) };
}

function minutesOn(day: Day, { minutesByDay, today, tries }: ForecastRequest): number {
  const back = daysBetween(day, today);
  const own = tries.filter(({ on }) => on === day).reduce((sum, one) => sum + one.minutes, 0);
  return Math.max(own, minutesByDay[minutesByDay.length - back] ?? 0);
}

/** Goes through the days from the first try to today. */
function courseOf(request: ForecastRequest, ordered: readonly ForecastTry[]): Course {
  const first = ordered[0]?.on ?? request.today;
  const length = Math.max(0, daysBetween(first, request.today));
  const days = Array.from({ length: length + 1 }, (_, index) => dayAfter(first, index));
  const minutes = days.map((day) => minutesOn(day, request));
  const unitMinutes = Math.max(
    1,
    minutes.reduce((sum, one) => sum + one, 0),
  );
  let [practised, idleDays] = [0, 0];
  const seen: ResultAfter[] = [];
  days.forEach((day, index) => {
    const own = ordered.filter(({ on }) => on === day);
    const today = (minutes[index] ?? 0) / unitMinutes;
    // A result stands for the middle of its day's practice.
    for (const { cleanBpm } of own)
      seen.push({ practised: practised + today / 2, idleDays, share: cleanBpm / request.goalBpm });
    practised += today;
    if (today === 0) idleDays += 1;
  });
  return { seen, unitMinutes, practised, idleDays };
}

function shareAt(
  curve: Curve,
  { practised, idleDays }: Pick<ResultAfter, 'practised' | 'idleDays'>,
): number {
  return curve.at(Math.max(0, practised - curve.lostADay * idleDays));
}

/** How likely the results are by a curve, whatever the noise; in logarithms, Student's t with four degrees. */
function logLikelihood(curve: Curve, seen: readonly ResultAfter[]): number {
  const off = seen.map((one) => one.share - shareAt(curve, one));
  const logs = NOISE.map((noise) =>
    off.reduce((sum, one) => sum - Math.log(noise) - 2.5 * Math.log1p((one / noise) ** 2 / 4), 0),
  );
  const most = Math.max(...logs);
  return most + Math.log(logs.reduce((sum, one) => sum + Math.exp(one - most), 0) / logs.length);
}

function weigh(course: Course): readonly Weighed[] {
  const first =
    course.seen.slice(0, 2).reduce((sum, one) => sum + one.share, 0) /
    Math.min(2, course.seen.length);
  const all = familiesFrom(first).flatMap((family) =>
    family.map((curve) => ({
      curve,
      log: logLikelihood(curve, course.seen) - Math.log(family.length),
    })),
  );
  const most = Math.max(...all.map(({ log }) => log));
  const sum = all.reduce((before, { log }) => before + Math.exp(log - most), 0);
  let upTo = 0;
  return all.map(({ curve, log }) => ({ curve, upTo: (upTo += Math.exp(log - most) / sum) }));
}

function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** Days until a curve reaches the goal, with days of practice like those of the last weeks. */
function daysToGoal(
  curve: Curve,
  {
    course,
    recent,
    random,
  }: { readonly course: Course; readonly recent: readonly number[]; readonly random: () => number },
): number {
  const worth = Math.exp(UNLIKE * normal(random));
  let { practised, idleDays } = course;
  for (let day = 0; day <= HORIZON_DAYS; day += 1) {
    if (shareAt(curve, { practised, idleDays }) >= 1) return day;
    const minutes = recent[Math.floor(random() * recent.length)] ?? 0;
    if (minutes > 0) practised += (worth * minutes) / course.unitMinutes;
    else idleDays += 1;
  }
  return Infinity;
}

function needed(ordered: readonly ForecastTry[]): string | undefined {
  const [first, last] = [ordered[0], ordered.at(-1)];
  const missing = LEAST_TRIES - ordered.length;
  if (missing > 0) return `${missing} more ${missing === 1 ? 'result' : 'results'} with a tempo`;
  const span = first && last ? daysBetween(first.on, last.on) : 0;
  return span < LEAST_DAYS
    ? `results over ${LEAST_DAYS} days; so far they are over ${span}`
    : undefined;
}
