import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { readChart } from '@harvu/core/chart';
import { makePlan } from '@harvu/core/plan';
import { overviewOf, standingOf } from '@harvu/core/standing';
import { todaysCards, type TodaysCard } from '@harvu/core/today';
import { Session } from '../../platform/session';
import { TodayList } from '../../store';
import { PracticeVisit } from '../../testing/practice';
import { RoomCard } from './room-card.state';

const { song } = readChart('tempo: 120\n[Verse]\n| G | Em |\n[Chorus]\n| Em |');
const plan = makePlan(song);

describe('a card of today’s list in the room', () => {
  let visit: PracticeVisit;
  let list: TodayList;
  let card: RoomCard;
  const begin = (cards: readonly TodaysCard[]): void => {
    list.begin(cards);
    const [first] = cards;
    visit.open(first?.step.id ?? '');
    card.show('0', first?.step.id ?? '');
    TestBed.tick();
  };
  const proposed = (): readonly TodaysCard[] => {
    const { open } = overviewOf(standingOf(plan, []));
    const songs = [{ id: 'p1', title: 'A song', wantedOn: null, open, visits: [], begunOn: [] }];
    return todaysCards(songs, { today: '2026-11-24', minutes: 20, isSore: false });
  };

  beforeEach(() => {
    const session = { person: signal({ id: 'p1' }), today: () => '2026-11-24' };
    visit = new PracticeVisit(song, [RoomCard, { provide: Session, useValue: session }]);
    list = TestBed.inject(TodayList);
    card = TestBed.inject(RoomCard);
  });
  afterEach(() => visit.end());

  it('is none where one came by oneself, or by another step', () => {
    visit.open('ready');
    card.show(undefined, 'ready');
    expect([card.card(), card.words(), card.isOver()]).toEqual([undefined, '', false]);
    begin(proposed());
    card.show('0', 'listen');
    expect(card.card()).toBeUndefined();
  });

  it('says its place and its minutes, and is over once they are spent', () => {
    begin(proposed());
    const [first] = list.cards();
    expect(card.words()).toBe(`card 1 of ${list.cards().length} · 0 of ${first?.minutes ?? 0} min`);
    list.spend(0, 61);
    expect(card.words()).toContain('· 1 of');
    expect(card.isOver()).toBeFalse();
    list.spend(0, 3600);
    TestBed.tick();
    expect(card.isOver()).toBeTrue();
    expect(list.place()).toBe(1);
    expect(card.next()).toEqual(jasmine.objectContaining({ place: 1 }));
  });

  it('is over once its step is done, and the press after that goes on', () => {
    begin(proposed());
    expect(card.goesOn()).toBeFalse();
    visit.mark(true);
    TestBed.tick();
    expect(card.isOver()).toBeTrue();
    expect(card.goesOn()).toBeTrue();
  });

  it('is not over by what was done on the card before it', () => {
    begin(proposed());
    visit.mark(true);
    TestBed.tick();
    // The address is at the next card already, the step not yet.
    card.show('1', list.cards()[1]?.stepId ?? '');
    TestBed.tick();
    expect(card.isOver()).toBeFalse();
    expect(list.cards()[1]?.isOver).toBeFalse();
  });

  it('is gone once something hurts: nothing leads on', () => {
    begin(proposed());
    visit.state.sore();
    TestBed.tick();
    expect(visit.state.isSore()).toBeTrue();
    expect([card.card(), card.next(), card.goesOn()]).toEqual([undefined, undefined, false]);
    expect(list.cards()).toEqual([]);
  });

  it('of a visit is over once it went well once more, however long it is done', () => {
    const [first] = proposed();
    if (!first) throw new Error('nothing is proposed');
    const again: TodaysCard = { ...first, why: 'visit', lastOn: '2026-11-01' };
    visit.open(first.step.id);
    visit.mark(true);
    jasmine.clock().tick(20_000);
    begin([again]);
    expect(card.isOver()).toBeFalse();
    visit.mark(true);
    TestBed.tick();
    expect(card.isOver()).toBeTrue();
    expect(card.next()).toBeUndefined();
  });
});
