import { signal } from '@angular/core';
import type { Overview } from '@harvu/contract';
import { EMPTY, of } from 'rxjs';
import { Live } from '../../platform/live';
import { Session } from '../../platform/session';
import { PlanStore } from '../../store';
import { FRESH, lessonOf, NOTHING, songOf, studentOf } from '../../testing/overview';
import { setUpPage, ShownPart } from '../../testing/page';
import { TodayPage } from './today-page';

const gates = (more: object) => ({
  ...FRESH.readiness,
  gates: { ...FRESH.readiness.gates, ...more },
});

describe('the teacher’s day', () => {
  const open = (overview: Partial<Overview>): Promise<ShownPart<TodayPage>> => {
    setUpPage([
      { provide: PlanStore, useValue: { overview: () => of({ ...NOTHING, ...overview }) } },
      { provide: Live, useValue: { news: () => EMPTY } },
      { provide: Session, useValue: { person: signal({ id: 'me' }) } },
    ]);
    return ShownPart.of(TodayPage);
  };
  const rows = (page: ShownPart<TodayPage>) =>
    page
      .all('ul[aria-label="Lessons of the day"] > li')
      .map((one) => one.textContent.replace(/\s+/g, ' ').trim());

  it('has each lesson in its order, with what to know and an agenda that adds up', async () => {
    const said = { id: 'q', kind: 'asks' as const, on: '2026-11-25' as const, words: 'Why B?' };
    const page = await open({
      students: [studentOf('Ada'), studentOf('Bo')],
      songs: [
        songOf('Ada', { lastDay: '2026-11-25', said: [said] }),
        songOf('Bo', { lastDay: '2026-11-25', soreOn: '2026-11-24' }),
      ],
      lessons: [lessonOf('Bo'), lessonOf('Ada', { time: '16:15', minutes: 45 })],
    });
    expect(page.one('h1').textContent).toBe('Thursday, two lessons');
    expect(page.text).toMatch(/first at 15:30\s*1 h 15 of teaching/);
    const [bo, ada] = rows(page);
    expect(bo).toMatch(/^15:30\s*Bo .*It hurt\. Something hurt on/);
    expect(ada).toMatch(/^16:15\s*Ada .*Asks: “Why B\?”/);
    const sums = page.all('harvu-agenda-bar ol').map((one) => one.getAttribute('aria-label') ?? '');
    expect(sums).toEqual(['Agenda, 30 minutes', 'Agenda, 45 minutes']);
    const start = page.all('a').find((one) => one.textContent.includes('Start Bo’s lesson'));
    expect(start?.getAttribute('href')).toContain('/lessons/lesson%20of%20Bo');
  });

  it('shows the lessons of other teachers only when asked', async () => {
    const page = await open({
      students: [studentOf('Ada'), studentOf('Bo')],
      lessons: [
        lessonOf('Ada', { teacherId: 'me' }),
        lessonOf('Bo', { teacherId: 'somebody else' }),
      ],
    });
    expect(rows(page)).toHaveSize(1);
    await page.press('1 more with other teachers');
    expect(rows(page)).toHaveSize(2);
  });

  it('leaves out what was missed, and goes on to the next that was not held', async () => {
    const page = await open({
      students: ['Ada', 'Bo', 'Cy'].map((name) => studentOf(name)),
      lessons: [
        lessonOf('Ada', { state: 'held', version: 2 }),
        lessonOf('Bo', { state: 'missed', version: 1, time: '16:00' }),
        lessonOf('Cy', { time: '17:00' }),
      ],
    });
    expect(rows(page).map((one) => one.slice(0, 7))).toEqual(['15:30Ad', '17:00Cy']);
    expect(rows(page)[0]).toContain('Held.What came of it');
    expect(page.text).toContain('Start Cy’s lesson');
  });

  it('lets a song that was ready long ago be shown again', async () => {
    const [step] = FRESH.open;
    const visit = { lastOn: '2026-08-01', dueOn: '2026-09-01', minutes: 2 } as const;
    const ready = (name: string, fadesOn: '2026-11-26' | '2026-11-27') =>
      songOf(name, {
        ...{ lastDay: '2026-11-25', readiness: gates({ isReady: true, isHeard: true }) },
        visits: step ? [{ ...visit, step: { ...step, isWholeSong: true }, fadesOn }] : [],
      });
    const page = await open({
      students: [studentOf('Ada'), studentOf('Bo')],
      songs: [ready('Ada', '2026-11-26'), ready('Bo', '2026-11-27')],
    });
    expect(page.text).toContain('Ada had it ready, but not lately: let it be shown again.');
    expect(page.text).toContain('Bo is ready.');
  });

  it('says who is silent, who is ready, what waits, and who else needs a look', async () => {
    const page = await open({
      students: ['Ada', 'Bo', 'Cy'].map((name) => studentOf(name)),
      songs: [
        songOf('Ada', { lastDay: '2026-11-10' }),
        songOf('Bo', { lastDay: '2026-11-25', readiness: gates({ isReady: true }) }),
        songOf('Cy', {
          lastDay: '2026-11-25',
          readiness: gates({ isReady: false, parts: 3, partsAtGoal: 3 }),
        }),
      ],
      waiting: [{ id: 'r', title: 'Pebble Road', studentName: 'Cy' }],
    });
    const margin = page.one('aside').textContent.replace(/\s+/g, ' ');
    expect(margin).toContain('Silent. Ada has logged nothing for a week or more.');
    expect(margin).toContain('Bo is ready by own account. Hear it');
    expect(margin).toContain('Cy: every part of A song is at its goal; whole runs are wanting.');
    expect(margin).toContain('One request waits. Pebble Road (Cy)');
    expect(page.one('harvu-attention-list').textContent).toContain('Nothing logged for 16 days.');
    expect(page.text).toContain('No lesson of yours is today.');
  });
});
