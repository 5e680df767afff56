import type { FoundDates, FoundHour } from '@harvu/formats/calendar';
import type { StudioBreak, WeeklySlot } from '@harvu/core/lessons';

/** A weekly hour and whose lesson it could be; nobody's where the calendar names none who is here. */
export interface FoundLesson {
  readonly title: string;
  readonly slot: WeeklySlot;
  readonly times: number;
  readonly studentId: string | null;
  /** Why it is nobody's; empty where it is somebody's. */
  readonly why: string;
}

interface Named {
  readonly id: string;
  readonly name: string;
}

/** Says of each weekly hour whose it could be; of somebody with two, the one that comes more often. */
export function lessonsIn(
  { hours }: FoundDates,
  students: readonly Named[],
): readonly FoundLesson[] {
  const all = hours.map((hour) => found(hour, students));
  const best = new Map<string, FoundLesson>();
  for (const one of all) {
    const before = one.studentId === null ? undefined : best.get(one.studentId);
    if (one.studentId !== null && (!before || before.times < one.times))
      best.set(one.studentId, one);
  }
  return all.map((one) =>
    one.studentId === null || best.get(one.studentId) === one
      ? one
      : { ...one, studentId: null, why: 'comes less often than another hour of theirs' },
  );
}

/** Days off that are not kept yet, or in a break that is. */
export function newDaysOff(
  { daysOff }: FoundDates,
  kept: readonly StudioBreak[],
): readonly StudioBreak[] {
  return daysOff.filter(({ from, to }) => !kept.some((one) => one.from <= from && to <= one.to));
}

function plain(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{Mark}/gu, '')
    .toLowerCase()
    .replace(/[^\p{Letter}\p{Number}]+/gu, ' ')
    .trim();
}

/** Whose name stands in a title: the whole of it, else a first name. */
function namedIn(title: string, students: readonly Named[]): readonly Named[] {
  const words = ` ${plain(title)} `;
  const has = (name: string): boolean => name !== '' && words.includes(` ${name} `);
  const whole = students.filter(({ name }) => has(plain(name)));
  if (whole.length > 0) return whole;
  return students.filter(({ name }) => has(plain(name).split(' ')[0] ?? ''));
}

function found({ title, slot, times }: FoundHour, students: readonly Named[]): FoundLesson {
  const named = namedIn(title, students);
  const [one] = named;
  if (one && named.length === 1) return { title, slot, times, studentId: one.id, why: '' };
  const names = named.map(({ name }) => name).join(' or ');
  const why = one ? `could be ${names}` : 'names no student who is here';
  return { title, slot, times, studentId: null, why };
}
