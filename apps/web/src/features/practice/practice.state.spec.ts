import { TestBed } from '@angular/core/testing';
import type { NewEvent } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import type { TryEvent } from '@harvu/core/events';
import { makePlan } from '@harvu/core/plan';
import { planProgress, PracticeVisit } from '../../testing/practice';
import type { StillSound } from '../../testing/room-sound';
import type { KeptTake } from '../takes';
import type { PracticeState } from './practice.state';
import { RoomChoices } from './room-choices';

const { song } = readChart('tempo: 120\n[Verse]\n| G | Em |\n[Chorus] cue "lamps on"\n| Em |');
const { steps } = makePlan(song);
// The last one is the layer that is the goal.
const idOf = (name: string, layer = 'full') =>
  steps.findLast(
    (step) =>
      step.kind !== 'join' && step.about.name.startsWith(name) && (step.layer ?? layer) === layer,
  )?.id ?? '';
/** A verse is two bars of two seconds. */
const VERSE_S = 4;

describe('practice', () => {
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

  const open = (stepId: string): void => visit.open(stepId);
  const mark = (clean: boolean, afterMs = 1000): void => visit.mark(clean, afterMs);
  /** Plays so many passes of the verse, one after the other, into the next. */
  let played = 0;
  const playPasses = (count = 1, eachMs = 5000) => {
    for (let pass = 0; pass < count; pass += 1) {
      jasmine.clock().tick(eachMs);
      played += 1;
      sound.at(0.1, played);
    }
  };
  const start = () => {
    played = 0;
    state.toggle();
    sound.at(0);
  };

  it('takes a grip without a click, five times ringing', () => {
    open(idOf('Grips'));
    expect(state.bpm()).toBeNull();
    for (let i = 0; i < 5; i++) mark(true);
    expect(state.climb()?.isDone).toBeTrue();
    expect(state.message()).toBe('Done: the goal of this step is met.');
    expect(tries().map((one) => [one.stepId, one.clean, one.bpm] as const)).toEqual(
      Array.from({ length: 5 }, () => [idOf('Grips'), true, null] as const),
    );
    expect(new Set(put.map((one) => one.id)).size).toBe(5);
  });

  it('keeps a take with its figures, its mark and the bar it failed in', () => {
    open(idOf('Verse'));
    const figures: KeptTake['figures'] = {
      from: 'microphone',
      ...{ clean: false, strokes: 16, missed: 1, extra: 0, spreadMs: 12 },
      ...{ driftPercent: 0, changes: [], seconds: 8 },
    };
    state.take({ figures, mark: { clean: false, bar: 2 }, hasSound: true });
    expect(put.map((one) => one.kind)).toEqual(['take', 'try', 'where']);
    expect(put[0]).toEqual(jasmine.objectContaining({ ...figures, bpm: state.bpm() }));
    expect(tries()[0]).toEqual(jasmine.objectContaining({ clean: false, seconds: 8 }));
    state.take({ figures, mark: null, hasSound: true });
    expect(put.slice(3).map((one) => one.kind)).toEqual(['take', 'time']);
    expect(state.message()).toContain('with your song, the sound on this device');
  });

  it('keeps a take of looped bars as time, and says nothing of an earlier mark', () => {
    open(idOf('Verse'));
    const figures: KeptTake['figures'] = {
      from: 'taps',
      ...{ clean: false, strokes: 8, missed: 0, extra: 0, spreadMs: 12 },
      ...{ driftPercent: 0, changes: [], seconds: 4 },
    };
    state.take({ figures, mark: { clean: false, bar: null }, hasSound: false });
    state.loopBars({ from: 1, to: 1 });
    put.length = 0;
    state.take({ figures, mark: { clean: false, bar: 1 }, hasSound: false });
    expect(put.map((one) => one.kind)).toEqual(['take', 'time']);
  });

  it('takes two presses of a bouncing pedal as one', () => {
    open(idOf('Grips'));
    mark(true);
    mark(true, 100);
    expect(put.length).toBe(1);
  });

  it('wants the click before a section, and a clean pass played to its last beat', () => {
    open(idOf('Verse'));
    mark(true);
    expect(state.message()).toContain('Start the click first');
    start();
    const { slower } = sound.start.calls.mostRecent().args[1];
    expect(120 / slower).toBeCloseTo(state.bpm() ?? 0, 6);
    sound.at(1);
    mark(true);
    expect(state.message()).toBe('Play it to the end first: this is bar 1 of 2.');
    sound.at(VERSE_S - 0.2);
    mark(true);
    expect(tries().map((one) => one.clean)).toEqual([true]);
  });

  it('counts in by number, then says what sounds now and what comes', () => {
    open(idOf('Verse'));
    state.toggle();
    sound.counting(0.6);
    expect([state.counted(), state.seen.count()]).toEqual([
      2,
      { all: [1, 2, 3, 4], now: 1 },
    ] as never);
    sound.at(0.05);
    expect([state.counted(), state.seen.hold().now?.name, state.seen.hold().next?.name]).toEqual([
      ...[0, 'G', 'Em'],
    ]);
    expect(state.seen.place()?.beatsToNext).toBe(4);
    expect(state.seen.hold().change?.short).toMatch(/finger|to|stay/i);
    sound.at(2.05);
    expect([state.seen.place()?.bar, state.seen.hold().now?.name, state.seen.count().now]).toEqual([
      1,
      'Em',
      0,
    ]);
  });

  it('climbs a rung after three clean passes and goes on without a stop, in the new tempo', () => {
    open(idOf('Verse'));
    start();
    const first = state.bpm() ?? 0;
    for (let i = 0; i < 3; i++) {
      playPasses();
      mark(true);
    }
    expect(state.bpm()).toBeGreaterThan(first);
    expect(state.message()).toBe(`Up a rung: ${state.bpm() ?? 0} from the next pass.`);
    expect(sound.start).toHaveBeenCalledTimes(1);
    const [pass, changed] = sound.replay.calls.mostRecent().args;
    expect(pass).toBe(4);
    expect(120 / (changed.slower ?? 1)).toBeCloseTo(state.bpm() ?? 0, 6);
    // The pass in between was played in the old one still, and is marked so.
    playPasses();
    mark(false);
    expect(tries().at(-1)?.bpm).toBe(first);
    playPasses();
    mark(false);
    expect(state.message()).toBe(`Two in a row: down to ${first}, no harm done.`);
  });

  it('marks the pass just ended, and at a second press the one before it', () => {
    open(idOf('Verse'));
    start();
    playPasses(3);
    mark(false);
    mark(true);
    expect(tries().map((one) => one.clean)).toEqual([false, true]);
    // A third press is about the pass that goes on, which is not at its end.
    mark(true);
    expect(state.message()).toContain('Play it to the end first');
    mark(false);
    expect(tries().length).toBe(3);
    playPasses();
    mark(true);
    // What was marked while it went on is not marked again.
    expect(tries().length).toBe(3);
  });

  it('does not take a stumble now for one of a pass long ago', () => {
    open(idOf('Verse'));
    start();
    playPasses(2);
    mark(true);
    jasmine.clock().tick(9000);
    mark(false);
    mark(true, 9000);
    expect(tries().length).toBe(2);
  });

  it('counts what was played without a mark as time', () => {
    open(idOf('Verse'));
    start();
    playPasses(4, 15_000);
    state.stop();
    expect(put.map((one) => one.kind)).toEqual(['time']);
    expect((put[0] as { seconds: number }).seconds).toBeCloseTo(60, 0);
    expect(state.minutesToday()).toBe(1);
  });

  it('adds up the minutes of today, marks and time between them', () => {
    open(idOf('Verse'));
    start();
    for (let i = 0; i < 4; i++) {
      playPasses(1, 29_000);
      mark(true);
    }
    expect(state.minutesToday()).toBe(2);
  });

  it('takes the last mark back for ten seconds; what was played stays as time', () => {
    open(idOf('Verse'));
    start();
    playPasses(1, 20_000);
    mark(false);
    jasmine.clock().tick(5000);
    state.undo();
    expect(put.map((one) => one.kind)).toEqual(['try', 'correction', 'time']);
    expect(state.climb()?.triesCount).toBe(0);
    // The pass can be marked anew.
    mark(true);
    expect(tries().at(-1)?.clean).toBeTrue();
    jasmine.clock().tick(10_001);
    state.undo();
    expect(put.at(-1)?.kind).toBe('try');
  });

  it('keeps in which bar it failed, where somebody is stuck, and what hurts', () => {
    open(idOf('Verse'));
    start();
    playPasses();
    mark(false);
    state.where(2);
    expect(put.at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'where', of: tries()[0]?.id, bar: 2 }),
    );
    sound.at(2.5, 1);
    state.stuck();
    expect(put.at(-1)).toEqual(jasmine.objectContaining({ kind: 'stuck', bar: 2 }));
    state.sore();
    expect(put.at(-1)?.kind).toBe('sore');
    expect(state.isRunning()).toBeFalse();
  });

  it('loops some bars, which count as time and climb nothing', () => {
    open(idOf('Verse'));
    state.loopBars({ from: 2, to: 2 });
    TestBed.tick();
    expect(state.scene()?.pass.stretch.bars.length).toBe(1);
    start();
    expect(sound.start.calls.mostRecent().args[0].lastsS).toBeCloseTo(2, 6);
    playPasses();
    mark(true);
    expect(tries()).toEqual([]);
    expect(state.message()).toContain('count as time');
    state.loopBars(null);
    TestBed.tick();
    expect(state.scene()?.pass.stretch.bars.length).toBe(2);
  });

  it('goes up a rung by itself where that is chosen, and says so; what it proves is what was marked', () => {
    TestBed.inject(RoomChoices).set({ rampAfter: 2 });
    open(idOf('Verse'));
    start();
    const first = state.bpm() ?? 0;
    playPasses(2);
    const second = state.bpm() ?? 0;
    expect(second).toBeGreaterThan(first);
    expect(state.message()).toBe(`2 passes: ${second} from the next one.`);
    playPasses(2);
    expect(state.bpm()).toBeGreaterThan(second);
    expect(state.climb()?.cleanBpm).toBeNull();
  });

  it('practises at a tempo that is chosen, and marks count at it', () => {
    open(idOf('Verse'));
    const rungs = state.step()?.rungs ?? [];
    const higher = rungs.at(-1) ?? 0;
    state.chooseBpm(higher);
    start();
    expect(120 / sound.start.calls.mostRecent().args[1].slower).toBeCloseTo(higher, 6);
    playPasses();
    mark(true);
    expect(tries().at(-1)?.bpm).toBe(higher);
    state.chooseBpm(null);
    expect(state.bpm()).toBe(rungs[0] ?? null);
  });

  it('goes on through what the server says of the plan meanwhile', () => {
    open(idOf('Verse'));
    start();
    playPasses(1, 8000);
    plans.next(planProgress(song));
    TestBed.tick();
    expect(state.isRunning()).toBeTrue();
    mark(false);
    expect(tries()[0]?.seconds).toBeGreaterThan(8);
    plans.next(planProgress(song));
    expect(state.lastMark()).not.toBeNull();
    state.undo();
    expect(put.map((one) => one.kind)).toEqual(['try', 'correction', 'time']);
  });

  it('does not take a press after a new start for what was played before it', () => {
    open(idOf('Verse'));
    start();
    playPasses(2);
    state.stop();
    jasmine.clock().tick(5000);
    start();
    mark(true);
    expect(state.message()).toContain('Play it to the end first');
    expect(tries()).toEqual([]);
  });

  it('takes a press after the stop for the pass that ended before it', () => {
    open(idOf('Verse'));
    start();
    playPasses(1);
    state.stop();
    mark(true);
    expect(tries().map((one) => one.clean)).toEqual([true]);
  });

  it('waits as long as it takes to hear where it failed, and says kept only of what is kept', () => {
    open(idOf('Verse'));
    state.where(1);
    expect([state.message(), put]).toEqual(['', []]);
    start();
    playPasses();
    mark(true);
    expect(state.askWhere()).toBeFalse();
    playPasses();
    mark(false);
    expect(state.askWhere()).toBeTrue();
    jasmine.clock().tick(60_000);
    state.where(2);
    expect(state.message()).toContain('Bar 2: kept');
    expect(put.at(-1)).toEqual(jasmine.objectContaining({ kind: 'where', bar: 2 }));
  });

  it('takes every pass that went by while the page was stuck', () => {
    open(idOf('Verse'));
    start();
    jasmine.clock().tick(20_000);
    sound.at(0.1, 3);
    mark(true);
    mark(true);
    expect(tries().length).toBe(2);
  });

  it('goes on with the next step when one is done', () => {
    open('ready');
    mark(true);
    expect(state.nextStep()?.id).toBe('listen');
    // The map may wait; what comes after the grips is the first section, barest.
    open(idOf('Grips'));
    for (let i = 0; i < 5; i++) mark(true);
    expect(state.nextStep()?.id).toBe(idOf('Verse', 'bare'));
    // A link to a single grip leads to the step that has it now.
    open('grip:G');
    expect(state.step()?.id).toBe(idOf('Grips'));
  });

  it('says kindly that a step that was done wants a visit', () => {
    open('ready');
    mark(true);
    mark(false);
    expect(state.message()).toContain('wants a visit');
  });

  it('plays the map once through at the song’s tempo, and says which section plays', () => {
    open('listen');
    expect([state.bpm(), Number(state.clickBpm())]).toEqual([null, 120]);
    state.toggle();
    expect(sound.start.calls.mostRecent().args[1]).toEqual(
      jasmine.objectContaining({ slower: 1, passes: 1 }),
    );
    sound.at(2.5);
    expect(state.seen.onMap()).toEqual({ occurrence: 0, bar: 1, cue: '' });
    sound.at(4.5);
    expect(state.seen.onMap()).toEqual({ occurrence: 1, bar: 0, cue: 'lamps on' });
    sound.ended.next();
    expect(state.isRunning()).toBeFalse();
    mark(true);
    expect(put.at(-1)).toEqual(
      jasmine.objectContaining({ stepId: 'listen', bpm: null, clean: true }),
    );
  });
});
