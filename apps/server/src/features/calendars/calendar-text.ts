import { dayAfter, type Day } from '@harvu/core/day';
import ical, {
  ICalCalendarMethod,
  ICalEventRepeatingFreq,
  ICalEventStatus,
  ICalEventTransparency,
  ICalWeekday,
} from 'ical-generator';

/** A date of a calendar: at a moment for so many minutes, or on whole days. */
export interface CalendarDate {
  /** The same for the same thing, whenever it is asked for. */
  readonly id: string;
  /** How often it was changed. */
  readonly changes: number;
  readonly title: string;
  readonly words?: string;
  readonly isOff?: boolean;
  readonly when:
    | { readonly at: string; readonly minutes: number }
    | { readonly from: Day; readonly to: Day }
    /** Every week on these weekdays, Monday being 0, from a day on. */
    | { readonly since: Day; readonly weekdays: readonly number[] };
}

/** What a calendar is written from. */
export interface CalendarPage {
  readonly name: string;
  readonly timeZone: string;
  readonly now: Date;
  readonly dates: readonly CalendarDate[];
}

const WEEKDAYS = [
  ICalWeekday.MO,
  ICalWeekday.TU,
  ICalWeekday.WE,
  ICalWeekday.TH,
  ICalWeekday.FR,
  ICalWeekday.SA,
  ICalWeekday.SU,
] as const;
const AGAIN_S = 3600;
const MINUTE_MS = 60_000;

/** Writes dates as iCalendar, lines folded by octets; a calendar asks again after an hour. */
export function calendarText({ name, timeZone, now, dates }: CalendarPage): string {
  const calendar = ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    ttl: AGAIN_S,
    prodId: { company: 'harvu', product: 'harvu', language: 'EN' },
    x: { 'X-WR-TIMEZONE': timeZone },
  });
  for (const { id, changes, title, words, isOff = false, when } of dates)
    calendar.createEvent({
      id: `${id}@harvu`,
      sequence: changes,
      stamp: now,
      summary: title,
      ...(words !== undefined && words !== '' && { description: words }),
      ...(isOff && { status: ICalEventStatus.CANCELLED }),
      ...timesOf(when),
    });
  return calendar.toString();
}

function timesOf(when: CalendarDate['when']) {
  if ('at' in when) {
    const start = new Date(when.at);
    // Moments in UTC are the same to every program, on both sides of a clock change.
    return { start, end: new Date(start.getTime() + when.minutes * MINUTE_MS) };
  }
  const isAllDay = { allDay: true, transparency: ICalEventTransparency.TRANSPARENT };
  if ('from' in when)
    return { ...isAllDay, start: dateOf(when.from), end: dateOf(dayAfter(when.to, 1)) };
  const byDay = when.weekdays.flatMap((weekday) => WEEKDAYS[weekday] ?? []);
  const repeating = { freq: ICalEventRepeatingFreq.WEEKLY, byDay };
  return {
    ...isAllDay,
    start: dateOf(when.since),
    end: dateOf(dayAfter(when.since, 1)),
    repeating,
  };
}

function dateOf(day: Day): Date {
  return new Date(`${day}T00:00:00.000Z`);
}
