import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { NewEvent, Overview, OverviewSong } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { makePlan } from '@harvu/core/plan';
import { type DoneStep } from '@harvu/core/progress';
import { overviewOf, standingOf, type PlanOverview } from '@harvu/core/standing';
import { of } from 'rxjs';
import { Session } from '../../platform/session';
import { EventQueue, PlanStore } from '../../store';
import { NOTHING } from '../../testing/overview';
import { setUpPage, ShownPart } from '../../testing/page';
import { doneWords } from './done-words';
import { TodaysList } from './parts/todays-list';
import { WeekState } from './week.state';

const TODAY = '2026-11-27';
const plan = makePlan(readChart('tempo: 92\n[Verse]\n| G | D |\n[Chorus]\n| Em | C |').song);
const song = (id: string, more: Partial<PlanOverview> = {}): OverviewSong => ({
  id,
  songId: id,
  title: `Song ${id}`,
  playedBy: '',
  studentId: 'p1',
  studentName: 'Bram',
  revision: 2,
  assignedAt: '',
  withdrawnAt: null,
  overview: { ...overviewOf(standingOf(plan, [])), ...more },
});
const DONE: DoneStep = {
  id: 'x',
  title: 'Verse',
  minutes: 4.4,
  rungUnit: 'bpm',
  fromBpm: 60 as never,
  toBpm: 68 as never,
  clean: 5,
  passes: 6,
  isNewlyDone: false,
};

describe('today’s list on my week', () => {
  let put: NewEvent[];
  const show = async (more: Partial<Overview> = {}) => {
    put = [];
    const overview: Overview = {
      ...NOTHING,
      today: TODAY,
      songs: [song('a')],
      // A Friday.
      minutesByWeekday: [10, 10, 10, 10, 20, 0, 0],
      ...more,
    };
    const queue = {
      unsent: signal([]),
      put: (_: string, one: NewEvent) => Promise.resolve(void put.push(one)),
    };
    setUpPage([
      WeekState,
      { provide: Session, useValue: { person: signal({ id: 'p1' }), today: () => TODAY } },
      { provide: PlanStore, useValue: { overview: () => of(overview) } },
      { provide: EventQueue, useValue: queue },
    ]);
    return ShownPart.of(TodaysList);
  };
  beforeEach(() => localStorage.removeItem('harvu-today'));
  afterEach(() => localStorage.removeItem('harvu-today'));

  it('fits the minutes of the weekday, and begins with its first card', async () => {
    const list = await show();
    expect(list.text).toContain('Today, 20 min');
    const go = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    await list.press('Start');
    expect(go).toHaveBeenCalledWith(['/plans', 'a', 'practice', 'ready'], {
      queryParams: { card: 0 },
    });
  });

  it('is shorter and longer as one has time, and none where there is none', async () => {
    const list = await show();
    const minutes = () => Number(/(\d+) cards?, (\d+) min/.exec(list.text)?.[2] ?? 0);
    const before = minutes();
    for (let press = 0; press < 3; press += 1) await list.press('Less time');
    expect(list.text).toContain('Today, 5 min');
    expect(minutes()).toBeLessThan(before);
    await list.press('Less time');
    expect(list.text).toContain('No practice is agreed for today');
    await list.press('More time');
    expect(list.text).toContain('Today, 5 min');
  });

  it('shrinks to listening where something hurts, and the teacher is told once', async () => {
    const list = await show();
    await list.press('Sore today');
    expect(list.text).toMatch(/only listening is left|rest the hands/i);
    expect(list.all('li').every((one) => one.textContent.includes('only listening'))).toBeTrue();
    expect(put.map(({ kind }) => kind)).toEqual(['sore']);
    expect(list.text).not.toContain('Sore today');
  });

  it('knows of what hurt from the log', async () => {
    const list = await show({ songs: [song('a', { soreOn: TODAY })] });
    expect(list.text).not.toContain('Sore today');
  });

  it('says that it is over once its minutes are played, and what it came to', async () => {
    const done = { lastDay: TODAY, lastDone: [DONE], minutesByDay: { [TODAY]: 19.4 } } as const;
    const list = await show({ songs: [song('a', done)] });
    expect(list.text).toContain('That was today’s list');
    expect(list.text).toContain('Verse: from 60 to 68 bpm; 4 min');
    await list.press('More time');
    expect(list.text).toMatch(/Start ?(?:1 card|[23] cards), 6 min/);
  });

  it('names the song where there are several', async () => {
    const list = await show({ songs: [song('a'), song('b')] });
    expect(list.text).toContain('Song b');
  });
});

describe('what was done, in words', () => {
  const cases: readonly (readonly [Partial<DoneStep>, string])[] = [
    [{}, 'from 60 to 68 bpm; 4 min'],
    [{ fromBpm: null }, 'now clean at 68 bpm; 4 min'],
    [{ fromBpm: 68 as never }, '5 of 6 clean; 4 min'],
    [{ isNewlyDone: true }, 'from 60 to 68 bpm, and that is its goal; 4 min'],
    [{ toBpm: null, fromBpm: null, clean: 0, passes: 1, minutes: 0.2 }, 'tried once; 1 min'],
    [{ toBpm: null, fromBpm: null, clean: 0, passes: 3 }, 'tried 3 times; 4 min'],
    [{ toBpm: null, fromBpm: null, clean: 0, passes: 0 }, 'played; 4 min'],
    [{ rungUnit: 'changes a minute' }, 'from 60 to 68 a minute; 4 min'],
  ];
  for (const [more, words] of cases) {
    it(words, () => {
      expect(doneWords({ ...DONE, ...more })).toBe(words);
    });
  }
});
