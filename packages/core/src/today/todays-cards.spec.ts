import fc from 'fast-check';
import type { Day } from '../day';
import type { OpenStep, VisitStep } from '../standing';
import { todaysCards, type SongToday, type TodaysCard } from './index';

const STEP: OpenStep = {
  ...{
    id: 's',
    title: 'A step',
    short: 'A step',
    rungs: [],
    rungUnit: 'bpm',
    nowBpm: null,
    cleanBpm: null,
  },
  ...{ cleanInRow: 0, goalInRow: 3, goal: '', minutes: 6 },
  ...{
    isBegun: true,
    holdsBack: false,
    isListening: false,
    isPlayed: true,
    isWholeSong: false,
    stuck: null,
  },
};
const step = (id: string, more: Partial<OpenStep> = {}): OpenStep => ({ ...STEP, id, ...more });
const song = (id: string, open: readonly OpenStep[], wantedOn: Day | null = null): SongToday => ({
  ...{ id, title: id, wantedOn, open, visits: [], begunOn: [] },
});
const told = (cards: readonly TodaysCard[]) =>
  cards.map((one) => `${one.planId} ${one.step.id} ${one.minutes} ${one.why}`);
const today = (songs: readonly SongToday[], minutes = 15, isSore = false) =>
  told(todaysCards(songs, { today: TODAY, minutes, isSore }));
const TODAY: Day = '2026-11-27';
const visit = (id: string, dueOn: Day, minutes = 0): VisitStep => ({
  ...{
    step: step(id, { minutes: 0 }),
    lastOn: '2026-11-03',
    dueOn,
    fadesOn: '2027-11-03',
    minutes,
  },
});

describe('today’s list', () => {
  it('fits the minutes there are, in three things where there are so many', () => {
    const open = [step('a'), step('b', { minutes: 9 }), step('c')];
    expect(today([song('W', open)], 15)).toEqual([
      ...['W a 5 goes on', 'W b 5 goes on', 'W c 5 goes on'],
    ]);
    expect(today([song('W', open)], 8)).toEqual(['W a 4 goes on', 'W b 4 goes on']);
    expect(today([song('W', open.slice(0, 2))], 15)).toEqual(['W a 6 goes on', 'W b 9 goes on']);
    expect(today([song('W', open.slice(0, 1))], 7)).toEqual(['W a 6 goes on']);
    expect(today([song('W', open.slice(0, 1))], 30)).toEqual(['W a 6 goes on']);
  });

  it('begins with what holds the song back, then what was begun, then what is new', () => {
    const open = [
      step('new', { isBegun: false }),
      step('begun', { minutes: 4 }),
      step('holds', { holdsBack: true, minutes: 5 }),
    ];
    expect(today([song('W', open)], 20)).toEqual([
      ...['W holds 5 holds back', 'W begun 4 goes on', 'W new 6 new'],
    ]);
  });

  it('takes one of each song in turn, the one wanted soonest first', () => {
    const open = [step('a', { minutes: 4 }), step('b', { minutes: 4 })];
    const songs = [song('later', open), song('soon', open, '2026-12-12')];
    expect(today(songs, 16)).toEqual([
      ...['soon a 4 wanted', 'later a 4 goes on', 'soon b 4 wanted', 'later b 4 goes on'],
    ]);
  });

  it('has nothing longer than twelve minutes, and at most two new things', () => {
    const fresh = ['a', 'b', 'c'].map((id) => step(id, { isBegun: false, minutes: 40 }));
    expect(today([song('W', fresh)], 60)).toEqual(['W a 12 new', 'W b 12 new']);
  });

  it('begins two new things in seven days, as long as something else is there', () => {
    const fresh = ['a', 'b'].map((id) => step(id, { isBegun: false, minutes: 4 }));
    const begun = (days: readonly Day[], more: readonly OpenStep[]) =>
      today([{ ...song('W', [...more, ...fresh]), begunOn: days }], 20);
    const goesOn = [step('goes on', { minutes: 4 })];
    expect(begun(['2026-11-21', '2026-11-26'], goesOn)).toEqual(['W goes on 4 goes on']);
    expect(begun(['2026-11-20', '2026-11-26'], goesOn)).toEqual([
      ...['W goes on 4 goes on', 'W a 4 new'],
    ]);
    // One more where there would be nothing at all.
    expect(begun(['2026-11-25', '2026-11-25'], [])).toEqual(['W a 4 new']);
  });

  it('has only what is listened to where something hurts', () => {
    const open = [
      step('a'),
      step('listen', { isListening: true, isPlayed: false, isBegun: false, minutes: 1.2 }),
    ];
    expect(today([song('W', open)], 15, true)).toEqual(['W listen 2 listening']);
    expect(today([song('W', [step('a')])], 15, true)).toEqual([]);
  });

  it('has something that sounds on the first day of a beginner, however few minutes there are', () => {
    const still = { isPlayed: false, isBegun: false, minutes: 6 };
    const first = [
      step('ready', still),
      step('listen', { ...still, isListening: true }),
      step('grip', { isBegun: false, minutes: 20 }),
    ];
    for (const minutes of [6, 8, 10, 20])
      expect(today([song('W', first)], minutes).some((card) => card.startsWith('W grip')))
        .withContext(`${minutes} min`)
        .toBeTrue();
    expect(today([song('W', first)], 8)).toEqual([
      'W ready 2 new',
      'W listen 2 listening',
      'W grip 4 new',
    ]);
  });

  it('visits what was learned for a fifth of the time, the longest due first', () => {
    const visits = [
      visit('v1', '2026-11-20'),
      visit('v2', '2026-11-10'),
      visit('v3', '2026-12-01'),
    ];
    const busy = { ...song('W', [step('a', { minutes: 40 }), step('b', { minutes: 40 })]), visits };
    expect(today([busy], 15)).toEqual(['W a 8 goes on', 'W b 5 goes on', 'W v2 2 visit']);
    expect(today([busy], 25)).toEqual([
      ...['W a 12 goes on', 'W b 9 goes on', 'W v2 2 visit', 'W v1 2 visit'],
    ]);
    // Where nothing else is left to do, there is time for both.
    expect(today([{ ...song('W', []), visits }], 15)).toEqual(['W v2 2 visit', 'W v1 2 visit']);
    expect(today([busy], 15, true)).toEqual([]);
    // A whole song takes as long as it lasts, and waits for a day with time for it.
    const whole = { ...busy, visits: [visit('whole', '2026-11-10', 4)] };
    expect(today([whole], 15)).toEqual(['W a 10 goes on', 'W b 5 goes on']);
    expect(today([whole], 25).at(-1)).toBe('W whole 4 visit');
    expect(todaysCards([busy], { today: TODAY, minutes: 15, isSore: false }).at(-1)?.lastOn).toBe(
      '2026-11-03',
    );
  });

  it('is empty without time or without steps', () => {
    expect(today([song('W', [step('a')])], 0)).toEqual([]);
    expect(today([song('W', [])], 20)).toEqual([]);
  });

  it('never asks for more than there is, nor for the same twice', () => {
    const anyStep = fc.record({
      minutes: fc.double({ min: 0.1, max: 90, noNaN: true }),
      ...{ isBegun: fc.boolean(), holdsBack: fc.boolean(), isListening: fc.boolean() },
    });
    const anySongs = fc.array(fc.array(anyStep, { maxLength: 4 }), { maxLength: 5 });
    fc.assert(
      fc.property(anySongs, fc.nat(90), fc.boolean(), (songs, minutes, isSore) => {
        const all = songs.map((open, at) =>
          song(
            `s${at}`,
            open.map((one, place) => step(`${place}`, one)),
          ),
        );
        const cards = todaysCards(all, { today: TODAY, minutes, isSore });
        const sum = cards.reduce((before, one) => before + one.minutes, 0);
        expect(sum).toBeLessThanOrEqual(minutes);
        expect(new Set(cards.map((one) => `${one.planId} ${one.step.id}`)).size).toBe(cards.length);
        for (const one of cards) {
          expect(Number.isInteger(one.minutes)).toBeTrue();
          expect(one.minutes >= 2 && one.minutes <= 12).toBeTrue();
          if (isSore) expect(one.step.isListening).toBeTrue();
        }
      }),
    );
  });
});
