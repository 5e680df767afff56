import type { MadeCalendar, OwnCalendar, PlanSummary, Song } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { dayAfter, type Day } from '@harvu/core/day';
import { slotLessonId } from '@harvu/core/lessons';
import { NEW_PROFILE } from '@harvu/contract';
import ICAL from 'ical.js';
import { TestStudio, type Visitor } from '../../../testing/test-studio';
import { calendarText, type CalendarDate } from './calendar-text';

/** What another reader finds: what it is called, when it begins and ends in UTC, and how it stands. */
function eventsIn(text: string): readonly string[] {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  return calendar.getAllSubcomponents('vevent').map((component) => {
    const event = new ICAL.Event(component);
    const status: unknown = component.getFirstPropertyValue('status');
    const rule: unknown = component.getFirstPropertyValue('rrule');
    const said = [event.summary, event.startDate.toICALString(), event.endDate.toICALString()];
    const more = [status, rule instanceof ICAL.Recur ? rule.toString() : null];
    return [...said, ...more.filter((one) => typeof one === 'string')].join(' ');
  });
}

/** What a strict reader asks of every calendar. */
function mustBeStrict(text: string): void {
  const lines = text.split('\r\n');
  expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
  for (const line of lines) expect(Buffer.byteLength(line)).withContext(line).toBeLessThan(76);
  const whole = text.replace(/\r\n[ \t]/g, '').split('\r\n');
  expect(whole[0]).toBe('BEGIN:VCALENDAR');
  expect(whole.filter((line) => line !== '').at(-1)).toBe('END:VCALENDAR');
  const count = (begin: string): number => whole.filter((line) => line.startsWith(begin)).length;
  for (const one of ['VERSION:2.0', 'PRODID:', 'METHOD:'])
    expect(count(one)).withContext(one).toBe(1);
  const events = count('BEGIN:VEVENT');
  for (const one of ['UID:', 'DTSTAMP:', 'DTSTART', 'SUMMARY'])
    expect(count(one)).withContext(one).toBe(events);
  const ids = whole.filter((line) => line.startsWith('UID:'));
  expect(new Set(ids).size).toBe(ids.length);
  expect(whole.filter((line) => line !== '' && !/^[A-Z-]+[;:]/.test(line))).toEqual([]);
}

describe('a calendar that is written', () => {
  const page = (dates: readonly CalendarDate[]) =>
    calendarText({ name: 'Halm, Yard; "1"', timeZone: 'Europe/Berlin', now: new Date(0), dates });
  const date = (other: Partial<CalendarDate>): CalendarDate => ({
    ...{ id: 'a', changes: 0, title: 'Lesson', when: { from: '2026-12-12', to: '2026-12-13' } },
    ...other,
  });

  it('is strict whatever stands in it, and comes back as it was', () => {
    const titles = [
      'Łódź 🎸'.repeat(20),
      'a,b;c\\d\ne',
      'BEGIN:VEVENT\r\nX',
      '😀'.repeat(40),
      ' ',
      'é'.repeat(74),
    ];
    const text = page(titles.map((title, at) => date({ id: String(at), title, words: title })));
    mustBeStrict(text);
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
    const found = calendar.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one).summary);
    expect(found).toEqual(titles.map((title) => title.replaceAll('\r\n', '\n')));
  });

  it('has whole days that end the day after, and weeks that come again', () => {
    expect(eventsIn(page([date({})]))).toEqual(['Lesson 20261212 20261214']);
    const weekly = date({ when: { since: '2026-12-03', weekdays: [3, 5] } });
    expect(eventsIn(page([weekly]))).toEqual(['Lesson 20261203 20261204 FREQ=WEEKLY;BYDAY=TH,SA']);
  });

  it('is a calendar even without a date', () => {
    mustBeStrict(page([]));
  });
});

describe('dates by a secret address', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let odalys: Visitor;
  let bram: Visitor;
  const profile = (minutes: number, weekday: number) => ({
    ...NEW_PROFILE,
    minutesByWeekday: [minutes, minutes, minutes, minutes, minutes, 0, 0],
    lessonSlot: { weekday, time: '16:30', minutes: 30 },
  });

  beforeEach(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    odalys = await studio.add(owner, {
      ...{ signInName: 'odalys', name: 'Odalys', isMinor: true, guardian: 'G' },
      guardianConsentOn: '2026-11-01',
    });
    bram = await studio.add(owner, { signInName: 'bram', name: 'Bram Otherwise' });
    await owner.send('PUT', '/api/settings', {
      ...{ timeZone: 'Europe/Berlin', idleMinutes: 60, keepLogDays: 365, keepPutAwayDays: 0 },
      breaks: [{ from: '2026-12-24', to: '2027-01-03', name: 'Winter' }],
    });
    for (const [who, weekday] of [
      [odalys, 3],
      [bram, 1],
    ] as const)
      await owner.send('PUT', `/api/students/${who.person.id}`, {
        baseVersion: 0,
        profile: profile(15, weekday),
      });
  });
  afterEach(() => studio.close());

  async function addressOf(who: Visitor, hasPractice = false): Promise<string> {
    return (await who.send<MadeCalendar>('POST', '/api/me/calendar', { hasPractice })).body.path;
  }
  async function read(path: string): Promise<string> {
    const { status, body, headers } = await studio.request<string>('GET', path);
    expect(status).toBe(200);
    expect(headers.get('content-type')).toContain('text/calendar');
    mustBeStrict(body);
    return body;
  }

  it('are one’s own lessons, by the studio’s clock through its change, and days off', async () => {
    studio.now = new Date('2027-03-20T12:00:00.000Z');
    odalys = await studio.signIn('odalys');
    const events = eventsIn(await read(await addressOf(odalys)));
    // Half past four by the clock, before it is put forward and after.
    expect(events).toContain('Guitar lesson 20270325T153000Z 20270325T160000Z');
    expect(events).toContain('Guitar lesson 20270401T143000Z 20270401T150000Z');
    expect(events).toContain('No lessons: Winter 20261224 20270104');
    expect(events.join()).not.toContain('Bram');
  });

  it('are for who teaches every lesson with its student, and the evening with who plays what', async () => {
    const song = await owner.send<Song>('POST', '/api/songs', { title: 'Pebble', playedBy: '' });
    const path = `/api/songs/${song.body.id}`;
    const document = readChart('[A]\n| G | D |').song;
    await owner.send('PUT', path, { baseRevision: 1, document });
    await owner.send('POST', `${path}/assign`, { revision: 2, studentIds: [odalys.person.id] });
    const [plan] = (await odalys.get<readonly PlanSummary[]>('/api/plans')).body;
    const programme = { title: 'Lanterns', day: '2026-12-12', planIds: [plan?.id] };
    await owner.send('PUT', '/api/evening', { baseVersion: 0, programme });
    const text = await read(await addressOf(owner));
    const events = eventsIn(text);
    expect(events).toContain('Lesson: Odalys 20261126T153000Z 20261126T160000Z');
    expect(events).toContain('Lesson: Bram Otherwise 20261201T153000Z 20261201T160000Z');
    expect(events).toContain('Lanterns 20261212 20261213');
    expect(text).toContain('Pebble\\, Odalys');
    expect(eventsIn(await read(await addressOf(odalys)))).toContain('Lanterns 20261212 20261213');
    // Who does not play on it has it not in their calendar.
    expect((await read(await addressOf(bram))).includes('Lanterns')).toBeFalse();
  });

  it('say what was moved and what was missed, under the id it had', async () => {
    const path = await addressOf(odalys);
    const uids = async (): Promise<readonly string[]> =>
      (await read(path))
        .split('\r\n')
        .filter((line) => line.startsWith('UID:'))
        .sort();
    const before = await uids();
    const slotDay: Day = '2026-12-03';
    const id = slotLessonId(odalys.person.id, slotDay);
    const lesson = {
      ...{ studentId: odalys.person.id, teacherId: null, slotDay, day: dayAfter(slotDay, 1) },
      ...{ time: '10:00', minutes: 45, state: 'planned', notes: null },
    };
    const save = (baseVersion: number, other: object) =>
      owner.send('PUT', `/api/lessons/${id}`, {
        ...{ baseVersion, tells: false, lesson: { ...lesson, ...other } },
      });
    await save(0, {});
    expect(eventsIn(await read(path))).toContain('Guitar lesson 20261204T090000Z 20261204T094500Z');
    expect(await uids()).toEqual(before);
    await save(1, { state: 'missed' });
    const events = eventsIn(await read(path));
    expect(events).toContain('Guitar lesson 20261204T090000Z 20261204T094500Z CANCELLED');
    expect(await read(path)).toContain('SEQUENCE:2');
  });

  it('have practice only where it was asked for, the same week after week', async () => {
    expect((await read(await addressOf(odalys))).includes('Practise')).toBeFalse();
    const path = await addressOf(odalys, true);
    const expected = 'Practise, 15 min 20261124 20261125 FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR';
    expect(eventsIn(await read(path))).toContain(expected);
    studio.now = new Date('2026-12-20T12:00:00.000Z');
    expect(eventsIn(await read(path))).toContain(expected);
  });

  it('have one address at a time, which can be made anew and ended', async () => {
    expect((await odalys.get<OwnCalendar>('/api/me/calendar')).body.madeAt).toBeNull();
    const first = await addressOf(odalys);
    const second = await addressOf(odalys);
    expect((await studio.request('GET', first)).status).toBe(404);
    await read(second);
    expect((await odalys.get<OwnCalendar>('/api/me/calendar')).body).toEqual({
      ...{ madeAt: studio.now.toISOString(), hasPractice: false },
    });
    await odalys.send('POST', '/api/me/calendar/end');
    expect((await studio.request('GET', second)).status).toBe(404);
    expect(await studio.everything()).not.toContain(second.slice(14, 40));
  });

  it('are behind no other address, and of nobody who may not come in', async () => {
    for (const path of [
      'x.ics',
      `${'A'.repeat(43)}.ics`,
      'A'.repeat(43),
      '%2e%2e.ics',
      `${'A'.repeat(43)}.ics.ics`,
    ])
      expect((await studio.request('GET', `/api/calendar/${path}`)).status)
        .withContext(path)
        .toBe(404);
    const path = await addressOf(odalys);
    await owner.send('POST', `/api/people/${odalys.person.id}/consent`, {
      guardian: 'G',
      guardianConsentOn: null,
    });
    expect((await studio.request('GET', path)).status).toBe(404);
    const other = await addressOf(bram);
    await owner.send('POST', `/api/people/${bram.person.id}/put-away`);
    expect((await studio.request('GET', other)).status).toBe(404);
  });
});
