import type { FoundDates } from '@harvu/formats/calendar';
import type { StudioBreak, WeeklySlot } from '@harvu/core/lessons';

/** A weekly hour and whose lesson it could be; nobody's where the calendar names none who is here. */
export interface FoundLesson {
  readonly title: string;
  readonly slot: WeeklySlot;
  readonly times: number;
  readonly studentId: string | null;
}

interface Named {
  readonly id: string;
  readonly name: string;
}

function plain(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{Mark}/gu, '')
    .toLowerCase()
    .replace(/[^\p{Letter}\p{Number}]+/gu, ' ')
    .trim();
}

/** The one whose name stands in a title: the whole of it, else a first name that only one has. */
function namedIn(title: string, students: readonly Named[]): string | null {
  const words = ` ${plain(title)} `;
  const has = (name: string): boolean => name !== '' && words.includes(` ${name} `);
  const whole = students.filter(({ name }) => has(plain(name)));
  const first = students.filter(({ name }) => has(plain(name).split(' ')[0] ?? ''));
  const found = whole.length > 0 ? whole : first;
  return found.length === 1 ? (found[0]?.id ?? null) : null;
}

/** Says of each weekly hour whose it could be; of somebody with two, the one that comes more often. */
export function lessonsIn(
  { hours }: FoundDates,
  students: readonly Named[],
): readonly FoundLesson[] {
  const all = hours.map((hour) => ({ ...hour, studentId: namedIn(hour.title, students) }));
  const best = new Map<string, FoundLesson>();
  for (const one of all) {
    const before = one.studentId === null ? undefined : best.get(one.studentId);
    if (one.studentId !== null && (!before || before.times < one.times))
      best.set(one.studentId, one);
  }
  return all.map((one) =>
    one.studentId !== null && best.get(one.studentId) === one ? one : { ...one, studentId: null },
  );
}

/** Days off that are not kept yet, or in a break that is. */
export function newDaysOff(
  { daysOff }: FoundDates,
  kept: readonly StudioBreak[],
): readonly StudioBreak[] {
  return daysOff.filter(({ from, to }) => !kept.some((one) => one.from <= from && to <= one.to));
}
