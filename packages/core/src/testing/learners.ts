import seedrandom from 'seedrandom';
import { dayAfter, type Day } from '../day';
import type { ForecastRequest, ForecastTry } from '../forecast';

/** The ways by which students learn that a forecast is tried on. */
export const LEARNERS = [
  'saturating',
  'power law',
  'straight line',
  'plateau then jump',
  'forgetful after gaps',
  'worse before better',
] as const;
export type Learner = (typeof LEARNERS)[number];

/** A student as they were watched, and the day they really got there. */
export interface WatchedLearner {
  readonly request: ForecastRequest;
  /** Days from today. */
  readonly daysLeft: number;
}

const START: Day = '2026-06-01';
const LONGEST_DAYS = 500;

type Random = () => number;

/**
 * Watches a made-up student for some weeks: minutes of each day, results with noise on some of them. Undefined
 * where they were there already, or get there too late to be told.
 */
export function watchLearner(kind: Learner, seed: string): WatchedLearner | undefined {
  const random = seedrandom(`${kind} ${seed}`);
  const goalBpm = Math.round(between(random, 70, 150));
  const [often, usual] = [between(random, 0.45, 0.95), between(random, 6, 28)];
  const hasBreak = random() < 0.3;
  const breakAt = Math.floor(between(random, 10, 60));
  const minutes = Array.from({ length: LONGEST_DAYS }, (_, day) => {
    const isOff = hasBreak && day >= breakAt && day < breakAt + 8;
    return !isOff && random() < often ? Math.round(usual * between(random, 0.5, 1.5)) : 0;
  });
  const shares = realCourse(kind, minutes, random);
  const there = shares.findIndex((one) => one >= 1);
  const watched = Math.floor(between(random, 14, 45));
  if (there < 0 || there <= watched || there - watched > 380) return undefined;
  const noise = between(random, 0.01, 0.045);
  const normal = (): number =>
    Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const tries = minutes.slice(0, watched).flatMap((today, day): readonly ForecastTry[] => {
    if (today === 0 || random() < 0.25) return [];
    const cleanBpm = Math.round(goalBpm * ((shares[day] ?? 0) + noise * normal()));
    return [{ on: dayAfter(START, day), minutes: today, cleanBpm }];
  });
  const today = dayAfter(START, watched);
  return {
    request: { goalBpm, tries, minutesByDay: minutes.slice(0, watched), today, seed: 1 },
    daysLeft: there - watched,
  };
}

function between(random: Random, low: number, high: number): number {
  return low + (high - low) * random();
}

/** The share of the goal that somebody really has, day by day, after the minutes of each day. */
function realCourse(kind: Learner, minutes: readonly number[], random: Random): readonly number[] {
  const start = between(random, 0.45, 0.68);
  // So many minutes the whole way takes.
  const way = between(random, 150, 900);
  const ceiling = between(random, 1.05, 1.3);
  const power = between(random, 0.4, 0.65);
  const jumpAt = between(random, 0.35, 1.2) * way;
  const jumpBy = between(random, 0.18, 0.4);
  const lost = between(random, 2, 9);
  const deep = between(random, 0.05, 0.16);
  const turn = between(random, 0.1, 0.25) * way;
  const rate = -Math.log((ceiling - 1) / (ceiling - start)) / way;
  const towards = (x: number): number => ceiling - (ceiling - start) * Math.exp(-rate * x);
  let [practised, kept, idle] = [0, 0, 0];
  return minutes.map((today) => {
    practised += today;
    idle = today > 0 ? 0 : idle + 1;
    // One day off costs nothing; then it slips.
    kept = Math.max(0, kept + today - (idle > 1 ? lost : 0));
    switch (kind) {
      case 'saturating':
        return towards(practised);
      case 'power law':
        return start + (1 - start) * (practised / way) ** power;
      case 'straight line':
        return start + ((1 - start) * practised) / way;
      case 'plateau then jump':
        return (
          start +
          (0.06 * practised) / way +
          (practised > jumpAt ? jumpBy * Math.min(1, (practised - jumpAt) / 25) : 0) +
          (practised > jumpAt ? (0.5 * (practised - jumpAt)) / way : 0)
        );
      case 'forgetful after gaps':
        return towards(kept);
      case 'worse before better':
        return towards(practised) - deep * (practised / turn) * Math.exp(1 - practised / turn);
    }
  });
}
