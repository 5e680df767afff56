import { dayAfter, daysBetween, isTimeZone, weekdayOf, type Day } from '@harvu/core/day';
import {
  clockAt,
  momentOf,
  type ClockTime,
  type StudioBreak,
  type WeeklySlot,
} from '@harvu/core/lessons';
import ICAL from 'ical.js';

/** A weekly hour of a calendar, and what it is called there. */
export interface FoundHour {
  readonly title: string;
  readonly slot: WeeklySlot;
  /** How many of the days that were looked at it falls on. */
  readonly times: number;
}

/** What a calendar holds for a studio. */
export interface FoundDates {
  /** Whole days, the first and the last counted in. */
  readonly daysOff: readonly StudioBreak[];
  readonly hours: readonly FoundHour[];
  /** What is not taken over, and why. */
  readonly lost: readonly string[];
}

/** A calendar that was read, or why it cannot be. */
export type ReadCalendar =
  ({ readonly ok: true } & FoundDates) | { readonly ok: false; readonly why: string };

/** Which days are looked at, and whose clock tells what time it is. */
export interface CalendarOptions {
  readonly timeZone: string;
  readonly from: Day;
  readonly to: Day;
}

const LARGEST = 20_000_000;
const MOST_EVENTS = 20_000;
/** So many occurrences are looked at, of one event and of all. */
const MOST_TURNS = 20_000;
const MOST_TURNS_OF_ALL = 50_000;
const LONGEST_TITLE = 60;
const LEAST_MINUTES = 5;
const MOST_MINUTES = 240;
/** What comes on the same weekday and hour so often is weekly. */
const WEEKLY_TIMES = 3;

interface Turn {
  readonly title: string;
  readonly isAllDay: boolean;
  /** As the file names it; empty for none. */
  readonly zone: string;
  readonly start: ICAL.Time;
  readonly end: ICAL.Time;
}

const two = (part: number): string => String(part).padStart(2, '0');

/**
 * Reads a calendar (iCalendar): whole days as days off, and what comes every week at the same hour as weekly hours,
 * by the studio's clock; dates outside the days that are looked at are left out. What is no calendar is refused.
 *
 * @example
 * readCalendar('hello', { timeZone: 'UTC', from: '2026-11-01', to: '2027-11-01' }).ok // false
 */
export function readCalendar(text: string, options: CalendarOptions): ReadCalendar {
  if (text.length > LARGEST) return { ok: false, why: 'The calendar is larger than 20 MB.' };
  if (daysBetween(options.from, options.to) < 0)
    return { ok: false, why: 'The last day is before the first.' };
  try {
    return read(text.replace(/^\ufeff/, ''), options);
  } catch {
    return { ok: false, why: 'This is no calendar. Save it as an .ics file, and choose that.' };
  }
}

function titleOf(event: ICAL.Event): string {
  const text: unknown = event.summary;
  return typeof text === 'string' ? text.trim().slice(0, LONGEST_TITLE) : '';
}

function dayOf({ year, month, day }: ICAL.Time): Day {
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}` as Day;
}

/**
 * A moment as the studio's clock shows it: of a zone the file describes, of one it only names, or, where it
 * names none, of the studio's own.
 */
function shownAt({ start, zone }: Turn, timeZone: string): ClockTime {
  if (start.zone !== ICAL.Timezone.localTimezone)
    return clockAt(start.toJSDate().toISOString(), timeZone);
  const there = { day: dayOf(start), time: `${two(start.hour)}:${two(start.minute)}` };
  return isTimeZone(zone) ? clockAt(momentOf(there, zone), timeZone) : there;
}

function zoneOf({ component }: ICAL.Event): string {
  const named: unknown = component.getFirstProperty('dtstart')?.getParameter('tzid');
  return typeof named === 'string' ? named : '';
}

/** Every time an event takes place on the days that are looked at. */
function turnsOf(
  event: ICAL.Event,
  { from, to }: CalendarOptions,
  budget: { left: number },
): readonly Turn[] {
  const what = { title: titleOf(event), isAllDay: event.startDate.isDate, zone: zoneOf(event) };
  const isWithin = (start: ICAL.Time, end: ICAL.Time): boolean =>
    dayOf(end) >= from && dayOf(start) <= to;
  if (!event.isRecurring()) {
    const { startDate: start, endDate: end } = event;
    return isWithin(start, end) ? [{ ...what, start, end }] : [];
  }
  const found: Turn[] = [];
  const every = event.iterator();
  for (let turn = 0; turn < MOST_TURNS && budget.left > 0; turn += 1) {
    budget.left -= 1;
    const next = every.next() as ICAL.Time | null;
    if (!next || dayOf(next) > to) break;
    const { startDate: start, endDate: end } = event.getOccurrenceDetails(next);
    if (isWithin(start, end)) found.push({ ...what, start, end });
  }
  return found;
}

function daysOff(turns: readonly Turn[]): readonly StudioBreak[] {
  const all = turns
    .filter(({ isAllDay }) => isAllDay)
    .map(({ title, start, end }): StudioBreak => {
      const [from, until] = [dayOf(start), dayOf(end)];
      // The end of whole days is the day after the last.
      const to = until > from ? dayAfter(until, -1) : from;
      return { from, to, name: title || 'Day off' };
    });
  const known = new Map(all.map((one) => [`${one.from} ${one.to}`, one]));
  return [...known.values()].toSorted(
    (a, b) => a.from.localeCompare(b.from) || a.to.localeCompare(b.to),
  );
}

function minutesOf({ start, end }: Turn): number {
  return Math.round(end.subtractDate(start).toSeconds() / 60);
}

/** Events of the same title, weekday and hour are one weekly hour, however they were written. */
function hoursIn(
  turns: readonly Turn[],
  timeZone: string,
): { readonly hours: readonly FoundHour[]; readonly single: number } {
  const found = new Map<string, { hour: FoundHour; days: Set<Day> }>();
  let single = 0;
  for (const turn of turns.filter(({ isAllDay }) => !isAllDay)) {
    const { day, time } = shownAt(turn, timeZone);
    const minutes = minutesOf(turn);
    if (minutes < LEAST_MINUTES || minutes > MOST_MINUTES) {
      single += 1;
      continue;
    }
    const slot = { weekday: weekdayOf(day), time, minutes };
    const key = JSON.stringify([turn.title, slot]);
    const known = found.get(key) ?? {
      hour: { title: turn.title, slot, times: 0 },
      days: new Set<Day>(),
    };
    known.days.add(day);
    found.set(key, known);
  }
  const all = [...found.values()].map(({ hour, days }) => ({ ...hour, times: days.size }));
  const hours = all.filter(({ times }) => times >= WEEKLY_TIMES);
  const others = all.filter(({ times }) => times < WEEKLY_TIMES);
  return { hours, single: single + others.reduce((sum, { times }) => sum + times, 0) };
}

function told(count: number, one: string, many: string): readonly string[] {
  return count === 0 ? [] : [`${count} ${count === 1 ? one : many}`];
}

/** Zones the file describes are used as it describes them. */
function knowZones(calendar: ICAL.Component): void {
  for (const zone of calendar.getAllSubcomponents('vtimezone'))
    ICAL.TimezoneService.register(new ICAL.Timezone(zone));
}

function idOf(component: ICAL.Component): string {
  return String(component.getFirstPropertyValue('uid'));
}

/** The dates that were moved out of a series, by the series they belong to. */
function movedDates(
  components: readonly ICAL.Component[],
): ReadonlyMap<string, readonly ICAL.Component[]> {
  const moved = new Map<string, ICAL.Component[]>();
  for (const component of components) {
    if (!component.hasProperty('recurrence-id')) continue;
    const own = moved.get(idOf(component)) ?? [];
    moved.set(idOf(component), own);
    own.push(component);
  }
  return moved;
}

/** An event with the dates moved out of it; the library would look for them among all others, for each anew. */
function eventOf(
  component: ICAL.Component,
  moved: ReadonlyMap<string, readonly ICAL.Component[]>,
): ICAL.Event {
  const isMoved = component.hasProperty('recurrence-id');
  return new ICAL.Event(component, {
    exceptions: isMoved ? [] : [...(moved.get(idOf(component)) ?? [])],
  });
}

function read(text: string, options: CalendarOptions): ReadCalendar {
  const parsed = ICAL.parse(text) as unknown[];
  const roots = (Array.isArray(parsed[0]) ? parsed : [parsed]) as unknown[][];
  const calendars = roots.map((root) => new ICAL.Component(root));
  ICAL.TimezoneService.reset();
  calendars.forEach(knowZones);
  const components = calendars.flatMap((one) => one.getAllSubcomponents('vevent'));
  if (components.length === 0) return { ok: false, why: 'There are no dates in this calendar.' };
  if (components.length > MOST_EVENTS)
    return { ok: false, why: `The calendar has more than ${MOST_EVENTS} dates.` };
  const moved = movedDates(components);
  const turns: Turn[] = [];
  const budget = { left: MOST_TURNS_OF_ALL };
  let [unread, off] = [0, 0];
  for (const component of components) {
    // A date moved out of a series stands for itself.
    if (String(component.getFirstPropertyValue('status')).toUpperCase() === 'CANCELLED') {
      off += 1;
      continue;
    }
    try {
      turns.push(...turnsOf(eventOf(component, moved), options, budget));
    } catch {
      unread += 1;
    }
  }
  const { hours, single } = hoursIn(turns, options.timeZone);
  const tasks = calendars.flatMap((one) => one.getAllSubcomponents('vtodo')).length;
  return {
    ok: true,
    daysOff: daysOff(turns),
    hours,
    lost: [
      ...told(
        single,
        'date at one hour only: it is no weekly lesson',
        'dates at one hour only: they are no weekly lessons',
      ),
      ...told(off, 'date that was called off', 'dates that were called off'),
      ...told(unread, 'date that cannot be read', 'dates that cannot be read'),
      ...told(tasks, 'task', 'tasks'),
      // Whatever comes every second is no lesson, but what stands behind it was not looked at.
      ...(budget.left > 0 ? [] : ['dates that come so often that not all were looked at']),
    ],
  };
}
