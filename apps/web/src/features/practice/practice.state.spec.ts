import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { NewEvent, Plan } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { makePlan, USUAL_TEACHING } from '@harvu/core/plan';
import { USUAL_STUDENT } from '@harvu/core/player';
import type { TryEvent } from '@harvu/core/events';
import { of, Subject } from 'rxjs';
import { ClickEngine } from '../../sound/click-engine';
import { EventQueue } from '../../store';
import { answers } from '../../worked-out/answers';
import { answeredAtOnce } from '../../testing/answers';
import { setUpPage } from '../../testing/page';
import { Analysis } from '../../worked-out';
import { PlanReader, type PlanProgress } from '../plans';
import { PracticeState } from './practice.state';

const { song } = readChart('tempo: 120\n[Verse]\n| G | Em |\n[Chorus] cue "lamps on"\n| Em |');
const { steps } = makePlan(song);
// The last one is the layer that is the goal.
const idOf = (start: string) => steps.findLast((step) => step.title.startsWith(start))?.id ?? '';

function planProgress(): PlanProgress {
  const figures = { student: USUAL_STUDENT, constants: {} };
  const plan = {
    ...{ id: 'p1', title: 'A song', document: song, events: [], revision: 3 },
    ...{ teaching: USUAL_TEACHING, figures },
  } as unknown as Plan;
  return { ...answers.progress(plan, USUAL_CONVENTIONS), plan };
}

describe('practice', () => {
  const beats = new Subject<number>();
  const engine = {
    ...{ beats, start: jasmine.createSpy('start'), stop: jasmine.createSpy('stop') },
    ...{ close: jasmine.createSpy('close'), loudness: signal(0.2) },
  };
  let put: TryEvent[] = [];
  let state: PracticeState;

  beforeEach(() => {
    jasmine.clock().install().mockDate(new Date('2026-11-24T16:00:00.000Z'));
    put = [];
    engine.start.calls.reset();
    const queue = {
      put: (_: string, one: NewEvent) => {
        put.push(one as TryEvent);
        return Promise.resolve();
      },
      ...{ unsent: signal([]), problem: signal(null) },
    };
    setUpPage([
      PracticeState,
      { provide: ClickEngine, useValue: engine },
      { provide: Analysis, useValue: answeredAtOnce() },
      { provide: PlanReader, useValue: { read: () => of(planProgress()) } },
      { provide: EventQueue, useValue: queue },
    ]);
    state = TestBed.inject(PracticeState);
  });
  afterEach(() => jasmine.clock().uninstall());

  const open = (stepId: string): void => {
    state.goTo(stepId);
    if (!state.plan()) state.open(of('p1'));
    TestBed.tick();
  };
  const mark = (clean: boolean) => {
    jasmine.clock().tick(1000);
    state.mark(clean);
  };
  /** Plays one pass of the open step to its end: four beats of count-in, then its bars. */
  const playPass = (length: number) => {
    jasmine.clock().tick(5000);
    beats.next(4 + length - 0.5);
  };

  it('takes a grip without a click, five times ringing', () => {
    open(idOf('Grips'));
    expect(state.bpm()).toBeNull();
    for (let i = 0; i < 5; i++) mark(true);
    expect(state.climb()?.isDone).toBeTrue();
    expect(state.message()).toBe('Done: the goal of this step is met.');
    expect(put.map((one) => [one.stepId, one.clean, one.bpm] as const)).toEqual(
      Array.from({ length: 5 }, () => [idOf('Grips'), true, null] as const),
    );
    expect(new Set(put.map((one) => one.id)).size).toBe(5);
  });

  it('takes two presses of a bouncing pedal as one', () => {
    open(idOf('Grips'));
    mark(true);
    jasmine.clock().tick(100);
    state.mark(true);
    expect(put.length).toBe(1);
  });

  it('wants the click before a section, and a clean pass played to its last beat', () => {
    open(idOf('A Verse'));
    mark(true);
    expect(state.message()).toContain('Start the click first');
    state.toggle();
    expect(engine.start).toHaveBeenCalledOnceWith(jasmine.objectContaining({ bpm: state.bpm() }));
    beats.next(6);
    mark(true);
    expect(state.message()).toBe('Play it to the end first: this is bar 1 of 2.');
    beats.next(9);
    mark(false);
    expect(put.map((one) => one.clean)).toEqual([false]);
  });

  it('counts in, then says what sounds now and what comes', () => {
    open(idOf('A Verse'));
    state.toggle();
    beats.next(1.2);
    expect(state.countIn()).toBe(3);
    beats.next(4.1);
    expect([state.countIn(), state.hold().now?.name, state.hold().next?.name]).toEqual([
      0,
      'G',
      'Em',
    ]);
    expect(state.place()?.beatsToNext).toBe(4);
    expect(state.hold().change?.line).toMatch(/finger/i);
    beats.next(8.1);
    expect([state.place()?.bar, state.hold().now?.name]).toEqual([1, 'Em']);
  });

  it('climbs a rung after three clean passes, and starts the new tempo with a count-in', () => {
    open(idOf('A Verse'));
    state.toggle();
    const first = state.bpm();
    for (let i = 0; i < 3; i++) {
      playPass(8);
      mark(true);
    }
    expect(state.bpm()).toBeGreaterThan(first ?? 0);
    expect(state.message()).toBe(`Up a rung: ${state.bpm() ?? 0} now.`);
    expect(engine.start.calls.mostRecent().args[0]).toEqual(
      jasmine.objectContaining({ bpm: state.bpm() }),
    );
    mark(false);
    mark(false);
    expect([state.bpm(), state.message()]).toEqual([
      first,
      `Two in a row: down to ${first ?? 0}, no harm done.`,
    ]);
  });

  it('adds up the minutes of today', () => {
    open(idOf('A Verse'));
    state.toggle();
    for (let i = 0; i < 4; i++) {
      jasmine.clock().tick(30_000);
      beats.next(11.5);
      mark(true);
    }
    expect(state.minutesToday()).toBe(2);
  });

  it('goes on with the next step when one is done', () => {
    open('ready');
    mark(true);
    expect(state.nextStep()?.id).toBe('listen');
    // The map may wait; what comes after the grips is the first section, barest.
    open(idOf('Grips'));
    for (let i = 0; i < 5; i++) mark(true);
    expect(state.nextStep()?.id).toBe(idOf('A Verse, one strum'));
    // A link to a single grip leads to the step that has it now.
    open('grip:G');
    expect(state.step()?.id).toBe(idOf('Grips'));
  });

  it('clicks through the map at the song’s tempo, and says which section plays and what it is cued by', () => {
    open('listen');
    expect([state.bpm(), Number(state.clickBpm())]).toEqual([null, 120]);
    state.toggle();
    expect(engine.start).toHaveBeenCalledOnceWith(jasmine.objectContaining({ bpm: 120 }));
    beats.next(4 + 5);
    expect(state.onMap()).toEqual({ occurrence: 0, bar: 1, cue: '' });
    beats.next(4 + 9);
    expect(state.onMap()).toEqual({ occurrence: 1, bar: 0, cue: 'lamps on' });
    beats.next(4 + 11.5);
    mark(true);
    expect(put.at(-1)).toEqual(
      jasmine.objectContaining({ stepId: 'listen', bpm: null, clean: true }),
    );
  });
});
