import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { TodaysCard } from '@harvu/core/today';
import { Session } from '../platform/session';
import { setUpPage } from '../testing/page';
import { TodayList } from './today-list';

const card = (planId: string, stepId: string, minutes: number): TodaysCard => ({
  ...{ planId, song: 'A song', wantedOn: null, minutes, why: 'goes on', lastOn: null },
  step: {
    ...{
      id: stepId,
      title: `Step ${stepId}`,
      short: stepId,
      rungs: [],
      rungUnit: 'bpm',
      nowBpm: null,
    },
    ...{ cleanBpm: null, cleanInRow: 0, goalInRow: 3, goal: '', minutes: 5 },
    isBegun: true,
    holdsBack: false,
    isListening: false,
    isPlayed: true,
    isWholeSong: false,
    stuck: null,
  },
});

describe('today’s list once it is begun', () => {
  let today = '2026-11-27';
  const person = signal({ id: 'p1' });
  const open = (): TodayList => {
    TestBed.resetTestingModule();
    setUpPage([{ provide: Session, useValue: { person, today: () => today } }]);
    return TestBed.inject(TodayList);
  };
  beforeEach(() => {
    localStorage.removeItem('harvu-today');
    person.set({ id: 'p1' });
    today = '2026-11-27';
  });
  afterEach(() => localStorage.removeItem('harvu-today'));

  it('stays as it was begun, and goes on after the tab was closed', () => {
    const list = open();
    expect(list.cards()).toEqual([]);
    expect(list.place()).toBe(-1);
    list.begin([card('a', 's1', 6), card('b', 's2', 4)]);
    list.spend(0, 90);
    list.finish(0);
    const again = open();
    expect(again.cards().map(({ title, spentS, isOver }) => [title, spentS, isOver])).toEqual([
      ['Step s1', 90, true],
      ['Step s2', 0, false],
    ]);
    expect(again.place()).toBe(1);
    again.finish(1);
    expect(again.place()).toBe(-1);
  });

  it('is gone tomorrow, is nobody else’s, and can be put away', () => {
    const list = open();
    list.begin([card('a', 's1', 6)]);
    person.set({ id: 'p2' });
    expect(list.cards()).toEqual([]);
    person.set({ id: 'p1' });
    expect(list.cards().length).toBe(1);
    today = '2026-11-28';
    expect(open().cards()).toEqual([]);
    today = '2026-11-27';
    open().end();
    expect(open().cards()).toEqual([]);
  });

  it('is empty where something else stands in its place', () => {
    const day = { personId: 'p1', day: '2026-11-27' };
    for (const text of ['{', '[]', 'null', JSON.stringify({ ...day, cards: [{ planId: 7 }] })]) {
      localStorage.setItem('harvu-today', text);
      expect(open().cards()).toEqual([]);
    }
  });
});
