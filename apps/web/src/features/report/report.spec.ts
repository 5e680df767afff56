import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { Session } from '../../platform/session';
import { LessonsApi, PlansApi, PlanStore } from '../../store';
import { lessonOf, NOTHING, songOf, studentOf } from '../../testing/overview';
import { setUpPage, ShownPart } from '../../testing/page';
import { ReportPage } from './report-page';

const NOTES = {
  ...{ agenda: [], startedAt: null, pausedAt: null, pausedSeconds: 0, endedAt: null },
  ...{ word: 'Count aloud.', summary: '' },
};

describe('a term on one page', () => {
  const songs = [
    songOf('Ada', {
      minutesByDay: { '2026-11-20': 12, '2026-11-24': 9 },
      milestones: [{ kind: 'half', on: '2026-11-24' }],
    }),
  ];
  const asked: number[] = [];
  const lessons = [lessonOf('Ada', { day: '2026-11-19', state: 'held', notes: NOTES })];
  const open = (
    students: (typeof NOTHING)['students'],
    me: string,
  ): Promise<ShownPart<ReportPage>> => {
    TestBed.resetTestingModule();
    const earlier = songOf('Ada', {
      minutesByDay: { '2026-01-10': 30, '2026-11-20': 12, '2026-11-24': 9 },
    });
    const overviewOfDays = (days: number) => {
      asked.push(days);
      return of({ ...NOTHING, students, songs: [earlier] });
    };
    setUpPage([
      { provide: PlansApi, useValue: { overviewOfDays } },
      { provide: PlanStore, useValue: { overview: () => of({ ...NOTHING, students, songs }) } },
      { provide: LessonsApi, useValue: { listOf: () => of(lessons) } },
      { provide: Session, useValue: { person: signal({ id: me, name: me }) } },
    ]);
    return ShownPart.of(ReportPage, { id: 'Ada' });
  };

  it('tells a teacher what was practised, what was reached, and the words for home', async () => {
    const page = await open([studentOf('Ada')], 'me');
    expect(page.one('h1').textContent).toBe('Ada, a term');
    expect(page.text).toContain('21 minutes of practice on 2 days. There was 1 lesson.');
    expect(page.text).toContain('Half the song is at its goal');
    expect(page.text).toContain('Count aloud.');
    expect(page.one('[role=img]').getAttribute('aria-label')).toMatch(/: 0, .*, 21$/);
  });

  it('is a student’s own, too', async () => {
    const page = await open([], 'Ada');
    expect(page.text).toContain('21 minutes of practice on 2 days.');
    expect((await open([], 'Bo')).text).not.toContain('minutes of practice');
  });

  it('is of the days one chooses', async () => {
    const page = await open([studentOf('Ada')], 'me');
    const from = page.one<HTMLInputElement>('input[type=date]');
    from.value = '2026-11-22';
    from.dispatchEvent(new Event('change'));
    await page.settle();
    expect(page.text).toContain('9 minutes of practice on 1 day.');
    expect(page.text).not.toContain('Count aloud.');
  });

  it('asks for what lies further back than a page is given', async () => {
    const page = await open([studentOf('Ada')], 'me');
    expect(asked).toEqual([]);
    const from = page.one<HTMLInputElement>('input[type=date]');
    from.value = '2026-01-01';
    from.dispatchEvent(new Event('change'));
    await page.settle();
    expect(asked).toEqual([329]);
    expect(page.text).toContain('51 minutes of practice on 3 days.');
  });
});
