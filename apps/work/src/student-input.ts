import { isRealDate } from '@harvu/contract';
import { USUAL_CONSTANTS } from '@harvu/core/constants';
import type { Day } from '@harvu/core/day';
import type { Practice } from '@harvu/core/plan';
import type { Student } from '@harvu/core/player';
import { array, number, object, string, type InferType } from 'yup';

const MOST_OWNED = 5000;
const DAYS = 7;

const seconds = () => number().required().moreThan(0).max(60);

export const studentField = () =>
  object({
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

/** A day that exists. */
export const dayField = () =>
  string<Day>().test(
    'day',
    '${path} must be a day that exists, such as 2026-11-26',
    (value) => value == null || isRealDate(value),
  );

export type StudentInput = InferType<ReturnType<typeof studentField>>;

/** A student as the core knows one. */
export function studentOf(known: StudentInput): Student {
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

/** When somebody practises: the usual minutes on every day where none are said. */
export function practiceOf(known: StudentInput, today: Day): Practice {
  const usual = Array<number>(DAYS).fill(USUAL_CONSTANTS.minutesADay);
  return { minutesByWeekday: known?.minutesByWeekday ?? usual, today };
}

/** Names are written with # and b; the signs are accepted. */
function plain(name: string): string {
  return name.replaceAll('♯', '#').replaceAll('♭', 'b');
}
