import type { HttpTestingController } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import type { LessonWeeks, StoredLesson } from '@harvu/contract';
import { Session } from '../../platform/session';
import { lessonOf } from '../../testing/overview';
import { setUpPage, ShownPart } from '../../testing/page';
import { NEW_PROFILE } from '@harvu/contract';
import { expose } from 'comlink';
import { READING_WORKER } from '../../reading/reading';
import { readingTasks } from '../../reading/reading-tasks';
import { CalendarPage } from './calendar-page';

const WEEKS: LessonWeeks = {
  ...{ today: '2026-11-26', breaks: [], mails: [] },
  students: [
    { id: 'Ada', name: 'Ada' },
    { id: 'Bo', name: 'Bo' },
  ],
  teachers: [
    { id: 'me', name: 'Ilse' },
    { id: 't', name: 'Runa' },
  ],
  lessons: [],
};
const later = (more: Partial<StoredLesson> = {}): StoredLesson =>
  lessonOf('Bo', { id: 'l', day: '2026-12-03', slotDay: '2026-12-03', teacherId: 'me', ...more });

/** The worker that reads, on a channel of the page's own. */
function readerHere(): Worker {
  const { port1, port2 } = new MessageChannel();
  expose(readingTasks, port1);
  return Object.assign(port2, { terminate: () => port2.close() }) as unknown as Worker;
}

describe('the weeks ahead', () => {
  let http: HttpTestingController;
  const open = async (weeks: Partial<LessonWeeks>): Promise<ShownPart<CalendarPage>> => {
    const session = {
      person: signal({ id: 'me', role: 'owner' }),
      ...{ timeZone: () => 'Europe/Berlin', today: () => '2026-11-26' },
    };
    http = setUpPage([
      { provide: Session, useValue: session },
      { provide: READING_WORKER, useValue: readerHere },
    ]);
    const page = await ShownPart.of(CalendarPage);
    http.expectOne('/api/lessons').flush({ ...WEEKS, ...weeks });
    await page.settle();
    return page;
  };
  /** Types into the form that is open, and sends it. */
  const send = async (page: ShownPart<CalendarPage>, typed: Readonly<Record<string, string>>) => {
    for (const [name, value] of Object.entries(typed)) {
      page.one<HTMLInputElement>(`form [name=${name}]`).value = value;
    }
    page.one<HTMLFormElement>('form').requestSubmit();
    await page.settle();
  };

  it('stand day by day, with what became of single lessons, and days off', async () => {
    const page = await open({
      lessons: [
        later({ state: 'missed', version: 1 }),
        later({ id: 'm', day: '2026-12-04', version: 1 }),
        later({ id: 'x', day: '2026-12-05', slotDay: null, version: 1 }),
      ],
      breaks: [{ from: '2026-12-20', to: '2027-01-03', name: 'Winter' }],
    });
    const days = page.all('section[aria-labelledby^=day-]').map((one) => one.textContent);
    expect(days[0]).toContain('missed');
    expect(days[1]).toContain('moved');
    expect(days[2]).toContain('beside the slots');
    expect(days[3]).toContain('Winter, no lessons until');
    expect(page.text).toContain('2 lessons');
  });

  it('move a lesson to another day and to a substitute', async () => {
    const page = await open({ lessons: [later()] });
    await page.press('Move');
    await send(page, { day: '2026-12-04', time: '10:00', teacher: 't' });
    const put = http.expectOne({ method: 'PUT', url: '/api/lessons/l' });
    const lesson = { day: '2026-12-04', time: '10:00', teacherId: 't', slotDay: '2026-12-03' };
    expect(put.request.body).toEqual({
      ...{ baseVersion: 0, tells: false },
      lesson: jasmine.objectContaining({ ...lesson, state: 'planned', studentId: 'Bo' }),
    });
    put.flush(later({ version: 1 }));
    http.expectOne('/api/lessons').flush(WEEKS);
  });

  it('say that a lesson was missed, and make it as usual again', async () => {
    const page = await open({ lessons: [later({ version: 1 })] });
    await page.press('Missed');
    const put = http.expectOne({ method: 'PUT', url: '/api/lessons/l' });
    expect((put.request.body as { lesson: StoredLesson }).lesson.state).toBe('missed');
    put.flush(later());
    http.expectOne('/api/lessons').flush({ ...WEEKS, lessons: [later({ version: 2 })] });
    await page.settle();
    await page.press('As usual');
    http.expectOne('/api/lessons/l/as-usual').flush(null);
    http.expectOne('/api/lessons').flush(WEEKS);
  });

  it('add a lesson beside the slots', async () => {
    const page = await open({});
    expect(page.text).toContain('No lesson is agreed.');
    await page.press('Add a lesson');
    await send(page, { student: 'Ada', day: '2026-12-01', time: '09:30', minutes: '45' });
    const put = http.expectOne(({ method }) => method === 'PUT');
    expect((put.request.body as { lesson: StoredLesson }).lesson).toEqual(
      jasmine.objectContaining({ studentId: 'Ada', slotDay: null, time: '09:30', minutes: 45 }),
    );
  });

  it('ask about lessons of the last week of which nothing was kept', async () => {
    const page = await open({
      lessons: [
        later({ day: '2026-11-24', slotDay: '2026-11-24' }),
        later({ id: 'h', day: '2026-11-23', version: 2, state: 'held' }),
      ],
    });
    expect(page.one('aside harvu-note').textContent).toMatch(/Nothing kept of:\s*Bo/);
    expect(page.all('aside harvu-note li')).toHaveSize(1);
  });

  it('say what the server will not have', async () => {
    const page = await open({ lessons: [later()] });
    await page.press('Missed');
    http
      .expectOne({ method: 'PUT', url: '/api/lessons/l' })
      .flush(
        { status: 409, code: 'conflict', title: 'This lesson was changed.', remedy: 'Open it.' },
        { status: 409, statusText: 'Conflict' },
      );
    await page.settle();
    expect(page.text).toContain('This lesson was changed.');
  });

  it('show what was written to whom, opened one by one', async () => {
    const mail = { id: 'm', at: '2026-11-26T16:00:00.000Z', toName: 'Joris', subject: 'x' };
    const page = await open({
      mails: [{ ...mail, toAddress: 'joris@halm.example', words: 'We heard A.' }],
    });
    expect(page.text).not.toContain('We heard A.');
    await page.press('Joris');
    expect(page.text).toContain('We heard A.');
  });

  it('keep the owner’s days off with the rest of the rules', async () => {
    const page = await open({});
    await page.settle();
    const form = page.all<HTMLFormElement>('form').at(-1);
    const typed = { name: 'Winter', from: '2027-01-03', to: '2026-12-20' };
    for (const [name, value] of Object.entries(typed)) {
      const field = form?.elements.namedItem(name);
      if (field instanceof HTMLInputElement) field.value = value;
    }
    form?.requestSubmit();
    const rules = { timeZone: 'UTC', idleMinutes: 60, keepLogDays: 365, keepPutAwayDays: 0 };
    http.expectOne({ method: 'GET', url: '/api/settings' }).flush({ ...rules, breaks: [] });
    expect(http.expectOne({ method: 'PUT', url: '/api/settings' }).request.body).toEqual({
      ...rules,
      breaks: [{ from: '2026-12-20', to: '2027-01-03', name: 'Winter' }],
    });
  });

  it('take days off and weekly lessons over from a calendar, once somebody says so', async () => {
    const page = await open({ lessons: [later({ day: '2026-12-04' })] });
    await page.press('From a calendar');
    const found = (what: string): boolean => page.all(what).length > 0;
    const wait = async (isSo: () => boolean): Promise<void> => {
      do {
        await new Promise((resolve) => setTimeout(resolve, 20));
        await page.settle();
      } while (!isSo());
    };
    await wait(() => found('input[type=file]'));
    const event = (lines: string): string =>
      `BEGIN:VEVENT\r\nUID:${lines.length}\r\n${lines}\r\nEND:VEVENT\r\n`;
    const text = [
      event('SUMMARY:Fog day\r\nDTSTART;VALUE=DATE:20261204'),
      event('SUMMARY:Guitar Ada\r\nDTSTART:20261203T163000\r\nDURATION:PT45M\r\nRRULE:FREQ=WEEKLY'),
      event('SUMMARY:Choir\r\nDTSTART:20261203T190000\r\nDURATION:PT45M\r\nRRULE:FREQ=WEEKLY'),
    ];
    const files = new DataTransfer();
    files.items.add(new File([`BEGIN:VCALENDAR\r\n${text.join('')}END:VCALENDAR\r\n`], 'a.ics'));
    const choice = page.one<HTMLInputElement>('input[type=file]');
    choice.files = files.files;
    choice.dispatchEvent(new Event('change'));
    await wait(() => page.text.includes('Take these over'));
    expect(page.text).toMatch(/Fog day.*1 lesson falls out/);
    expect(page.text).toContain('Ada Thu 16:30, 45 min');
    expect(page.text).toContain('Choir Thu 19:00, 45 min names no student who is here');
    http.expectNone('/api/settings');
    await page.press('Take these over');
    const settings = { timeZone: 'Europe/Berlin', breaks: [] };
    http.expectOne({ method: 'GET', url: '/api/settings' }).flush(settings);
    const kept = http.expectOne({ method: 'PUT', url: '/api/settings' });
    expect(kept.request.body).toEqual({
      ...{ ...settings, breaks: [{ from: '2026-12-04', to: '2026-12-04', name: 'Fog day' }] },
    });
    kept.flush(settings);
    http
      .expectOne({ method: 'GET', url: '/api/students/Ada' })
      .flush({ version: 3, profile: NEW_PROFILE });
    const saved = http.expectOne({ method: 'PUT', url: '/api/students/Ada' });
    expect(saved.request.body).toEqual({
      baseVersion: 3,
      profile: { ...NEW_PROFILE, lessonSlot: { weekday: 3, time: '16:30', minutes: 45 } },
    });
    saved.flush({});
    http.expectOne('/api/lessons').flush(WEEKS);
    await page.settle();
    expect(found('harvu-dates-from-file')).toBeFalse();
  });
});
