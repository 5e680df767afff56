import { TestBed } from '@angular/core/testing';
import type { NewEvent } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import type { TryEvent } from '@harvu/core/events';
import { makePlan } from '@harvu/core/plan';
import { planProgress, PracticeVisit } from '../../testing/practice';
import type { StillSound } from '../../testing/room-sound';
import type { PracticeState } from './practice.state';
import { RoomChoices } from './room-choices';

const { song } = readChart('tempo: 120\n[Verse]\n| G | Em |');
const { steps } = makePlan(song);
/** The last of a kind is in the layer that is the goal. */
const idOf = (kind: 'section' | 'whole') => steps.findLast((step) => step.kind === kind)?.id ?? '';

describe('a visit to the room that is cut off, hurts, or finds no room', () => {
  let visit: PracticeVisit;
  let sound: StillSound;
  let put: NewEvent[] = [];
  let state: PracticeState;
  let plans: PracticeVisit['plans'];
  const tries = () => put.filter((one) => one.kind === 'try') as TryEvent[];

  beforeEach(() => {
    visit = new PracticeVisit(song);
    ({ sound, put, state, plans } = visit);
  });
  afterEach(() => visit.end());

  const start = () => {
    state.toggle();
    sound.at(0);
  };
  /** One pass of the verse goes by. */
  const playPass = () => {
    jasmine.clock().tick(5000);
    sound.at(0.1, 1);
  };

  it('does not start again with one press after something hurt, in no step of the day', () => {
    visit.open(idOf('section'));
    state.sore();
    state.toggle();
    expect(state.isRunning()).toBeFalse();
    expect(state.startIdle()).toBeFalse();
    visit.open(idOf('whole'));
    state.toggle();
    expect(state.isRunning()).toBeFalse();
    state.better();
    expect(state.isRunning()).toBeFalse();
    start();
    expect(state.isRunning()).toBeTrue();
  });

  it('remembers what hurt earlier today, though the page was closed in between', () => {
    const sore = { kind: 'sore', id: 'h', at: '2026-11-24T15:00:00.000Z', day: '2026-11-24' };
    const before = planProgress(song);
    const events = [{ ...sore, revision: 3, source: 'self', receivedAt: sore.at }];
    plans.next({ ...before, plan: { ...before.plan, events } as typeof before.plan });
    visit.open(idOf('section'));
    expect(state.isSore()).toBeTrue();
  });

  it('is started by the pedal where the click stands, and not by one that bounces', () => {
    visit.open(idOf('section'));
    jasmine.clock().tick(1000);
    expect(state.startIdle()).toBeTrue();
    expect(state.isRunning()).toBeTrue();
    sound.at(0);
    expect(state.startIdle()).toBeFalse();
    playPass();
    state.stop();
    // What was played waits for its mark; that comes first, and its bounce starts nothing.
    expect(state.startIdle()).toBeFalse();
    state.mark(true);
    expect(tries().length).toBe(1);
    jasmine.clock().tick(100);
    state.startIdle();
    expect(state.isRunning()).toBeFalse();
    jasmine.clock().tick(1000);
    state.startIdle();
    expect(state.isRunning()).toBeTrue();
  });

  it('goes on where the device has no room to keep anything', () => {
    spyOn(Storage.prototype, 'setItem').and.throwError('QuotaExceededError');
    TestBed.inject(RoomChoices).set({ countInBars: 2 });
    visit.open(idOf('section'));
    start();
    expect(state.isRunning()).toBeTrue();
    playPass();
    visit.mark(true);
    expect(tries().length).toBe(1);
    expect(TestBed.inject(RoomChoices).choices().countInBars).toBe(2);
  });

  it('notes what is played without a mark, so that it counts though the page goes', () => {
    visit.open(idOf('section'));
    start();
    jasmine.clock().tick(25_000);
    window.dispatchEvent(new Event('pagehide'));
    const name = Object.keys(localStorage).find((one) => one.startsWith('harvu-going-on-')) ?? '';
    const notes = Object.values(
      JSON.parse(localStorage.getItem(name) ?? '{}') as Record<
        string,
        { event: { kind: string; id: string; seconds: number }; isOver: boolean }
      >,
    );
    expect(notes.map(({ event, isOver }) => [event.kind, event.seconds, isOver])).toEqual([
      ['time', 25, true],
    ]);
    // Whoever writes it down, it is the same event.
    state.stop();
    expect(put.at(-1)).toEqual(jasmine.objectContaining({ kind: 'time', id: notes[0]?.event.id }));
  });
});
