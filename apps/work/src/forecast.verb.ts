import { isRealDate } from '@harvu/contract';
import type { Day } from '@harvu/core/day';
import { forecast } from '@harvu/core/forecast';
import { array, number, object, string } from 'yup';
import { verbOf } from './verb';

const MOST_TRIES = 20_000;
const MOST_DAYS = 4000;
const FASTEST = 1000;
const MINUTES_A_DAY = 1440;

const day = () =>
  string<Day>()
    .required()
    .test('day', '${path} must be a day that exists, such as 2026-11-26', (value) =>
      isRealDate(value),
    );

const input = object({
  goalBpm: number().required().min(1).max(FASTEST),
  tries: array()
    .of(
      object({
        on: day(),
        minutes: number().required().min(0).max(MINUTES_A_DAY),
        cleanBpm: number().required().min(0).max(FASTEST),
      }),
    )
    .required()
    .max(MOST_TRIES),
  minutesByDay: array().of(number().required().min(0).max(MINUTES_A_DAY)).required().max(MOST_DAYS),
  today: day(),
  seed: number().integer().default(1),
});

/** `{goalBpm, tries, minutesByDay, today, seed}` → the days at which the goal is reached, or what is missing to tell. */
export const forecastVerb = verbOf(input, (asked) => forecast(asked));
