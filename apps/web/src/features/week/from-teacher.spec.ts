import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { NewEvent, Overview } from '@harvu/contract';
import { EMPTY, of } from 'rxjs';
import { Live } from '../../platform/live';
import { Session } from '../../platform/session';
import { EventQueue, PlanStore } from '../../store';
import { lessonOf, NOTHING, songOf } from '../../testing/overview';
import { setUpPage, ShownPart } from '../../testing/page';
import { FromTeacher } from './parts/from-teacher';
import { WeekState } from './week.state';

const NOTES = {
  ...{ agenda: [], startedAt: null, pausedAt: null, pausedSeconds: 0, endedAt: null },
  ...{ word: 'Lay the barre first.', summary: 'All that was heard.' },
};

describe('what a student hears from their teacher', () => {
  let put: NewEvent[];
  const show = (overview: Partial<Overview>): Promise<ShownPart<FromTeacher>> => {
    put = [];
    TestBed.resetTestingModule();
    setUpPage([
      WeekState,
      {
        provide: Session,
        useValue: { person: signal({ id: 'p1' }), today: () => '2026-11-26' },
      },
      { provide: PlanStore, useValue: { overview: () => of({ ...NOTHING, ...overview }) } },
      { provide: Live, useValue: { news: () => EMPTY } },
      {
        provide: EventQueue,
        useValue: {
          unsent: signal([]),
          put: (_: string, one: NewEvent) => Promise.resolve(void put.push(one)),
        },
      },
    ]);
    return ShownPart.of(FromTeacher);
  };
  beforeEach(() => localStorage.removeItem('harvu-reached-p1'));
  afterEach(() => localStorage.removeItem('harvu-reached-p1'));

  it('is the word of the last lesson, the days ahead and the next lesson', async () => {
    const page = await show({
      minutesByWeekday: [0, 0, 0, 10, 20, 0, 15],
      lessons: [
        lessonOf('p1', { day: '2026-11-19', state: 'held', version: 2, notes: NOTES }),
        lessonOf('p1', { time: '17:00' }),
      ],
    });
    expect(page.text).toContain('Lay the barre first.');
    expect(page.text).not.toContain('All that was heard.');
    await page.press('Read all of it');
    expect(page.text).toContain('All that was heard.');
    expect(page.text).toContain(
      'The days ahead, in minutes: Fri 20, Sun 15. Next lesson: today, 17:00.',
    );
  });

  it('tells what was reached in the last week, once', async () => {
    const songs = [
      songOf('p1', {
        milestones: [
          { kind: 'first section', on: '2026-11-01' },
          { kind: 'half', on: '2026-11-24' },
        ],
      }),
    ];
    const first = await show({ songs });
    expect(first.text).toContain('Half the song is at its goal.');
    expect(first.text).not.toContain('The first section');
    expect((await show({ songs })).text).not.toContain('Half the song');
  });

  it('takes a question to the teacher', async () => {
    const page = await show({ songs: [songOf('p1')] });
    page.one<HTMLInputElement>('input[name=words]').value = '  Which finger? ';
    page.one<HTMLFormElement>('form').requestSubmit();
    await page.settle();
    expect(put).toEqual([
      jasmine.objectContaining({ kind: 'note', words: 'Which finger?', stepId: null }),
    ]);
    expect(page.text).toContain('Your teacher will see it: “Which finger?”');
    page.one<HTMLFormElement>('form').requestSubmit();
    expect(put).toHaveSize(1);
  });
});
