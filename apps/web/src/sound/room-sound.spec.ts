import { TestBed } from '@angular/core/testing';
import { readChart } from '@harvu/core/chart';
import { songScore, type GuideScore, type StreamOptions } from '@harvu/core/guide';
import { setUpPage } from '../testing/page';
import { Recorder } from '../testing/recorder';
import { playerInPage, SoundByHand } from '../testing/sound-by-hand';
import { Latency } from './latency';
import { SoundLevels } from './levels';
import { GUIDE_WORKER, RoomSound, SOUND_CONTEXT, SOUND_OUT } from './room-sound';

const scoreFor = (text: string): GuideScore => songScore(readChart(text).song);

const PLAIN: StreamOptions = { slower: 1, countInBars: 0, breathes: false, hasOffBeats: false };
const SONG = 'tempo: 240\nmeter: 4/4\n[A]\n| Em | Em |';
const BEAT = 0.25;

describe('the sound of the room', () => {
  let context: SoundByHand;
  let recorder: Recorder;
  let sound: RoomSound;

  beforeEach(async () => {
    localStorage.clear();
    context = new SoundByHand();
    recorder = await Recorder.of(context);
    jasmine.clock().install();
    setUpPage([
      RoomSound,
      { provide: GUIDE_WORKER, useValue: playerInPage },
      { provide: SOUND_CONTEXT, useValue: () => context.asHeard() },
      { provide: SOUND_OUT, useValue: () => recorder.node },
    ]);
    sound = TestBed.inject(RoomSound);
    TestBed.inject(SoundLevels).set({ count: 1, click: 1, guide: 0 });
  });
  afterEach(() => {
    sound.close();
    jasmine.clock().uninstall();
    localStorage.clear();
  });

  const onsets = (): readonly number[] => recorder.onsetsS(context.sampleRate);
  /** How far each is from a beat of the clock; the very first may come late with what is rendered then. */
  function offBeatS(times: readonly number[], beat = BEAT): readonly number[] {
    const last = times.at(-1) ?? 0;
    return times
      .slice(1)
      .map((one) => Math.abs((last - one) / beat - Math.round((last - one) / beat)) * beat);
  }

  it('sounds every click within a millisecond of its time', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    await context.goOn(2.2);
    const times = onsets();
    expect(times.length).toBe(9);
    expect(Math.max(...offBeatS(times))).toBeLessThan(0.001);
  });

  it('loses no beat and moves none while the page is stuck for a second, again and again', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    await context.goOn(1.2);
    for (let time = 0; time < 3; time += 1) {
      await context.stickFor(1);
      await context.goOn(0.2);
    }
    await context.goOn(0.6);
    const times = onsets();
    expect(Math.max(...offBeatS(times))).toBeLessThan(0.001);
    // 5.4 s have gone by; the first click comes 0.12 s after it was asked for.
    expect(times.length).toBe(22);
  });

  it('goes on in another tempo from the next pass, without a gap', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    await context.goOn(0.9);
    sound.replay(1, { slower: 2 });
    await context.goOn(3.2);
    const times = onsets();
    const gaps = times.slice(1).map((one, at) => Math.round((one - (times[at] ?? 0)) * 1000));
    expect(gaps.slice(0, 10)).toEqual([250, 250, 250, 250, 250, 250, 250, 250, 500, 500]);
  });

  it('loses no beat where the tempo is changed a moment before the next pass', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    const pass = 8 * BEAT;
    // The first sound comes 0.12 s after it was asked for: 20 ms before the pass ends.
    await context.goOn(2.1);
    sound.replay(1, { slower: 2 });
    await context.goOn(3);
    const times = onsets();
    const after = times.map((one) => one - (times[0] ?? 0) - pass).filter((one) => one > 0.3);
    expect(after.length).toBeGreaterThan(3);
    after.forEach((one, at) => {
      expect(Math.abs(one - (at + 1) * 2 * BEAT)).toBeLessThan(0.001);
    });
  });

  it('goes round in an open end until it is left, without a gap', async () => {
    // Two bars of a second; the first goes round.
    const openEnds = [{ fromS: 0, untilS: 1, thenS: 1 }];
    let isOver = false;
    sound.ended.subscribe(() => (isOver = true));
    sound.start(scoreFor(SONG), { ...PLAIN, passes: 1, openEnds });
    await context.goOn(3.3);
    const fromS = sound.placeNow()?.part.fromS;
    sound.leave();
    await context.goOn(3);
    const times = onsets();
    expect([fromS, isOver]).toEqual([0, true]);
    // Four rounds of four beats, and the bar behind them.
    expect(times.length).toBe(20);
    expect(Math.max(...offBeatS(times))).toBeLessThan(0.001);
  });

  it('tells where it is, and when it is over', async () => {
    let isOver = false;
    sound.ended.subscribe(() => (isOver = true));
    sound.start(scoreFor(SONG), { ...PLAIN, countInBars: 1, passes: 1 });
    await context.goOn(0.6);
    const counting = sound.placeNow();
    expect([counting?.part.kind, counting?.part.pass]).toEqual(['count-in', 0]);
    await context.goOn(1);
    expect([sound.placeNow()?.part.kind, isOver]).toEqual(['pass', false]);
    await context.goOn(2);
    expect([sound.placeNow(), isOver]).toEqual([null, true]);
  });

  it('shows what is heard: later by what was measured with taps', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    await context.goOn(0.7);
    const before = sound.placeNow()?.intoS ?? 0;
    TestBed.inject(Latency).set(400);
    const after = sound.placeNow()?.intoS ?? 0;
    expect(before - after).toBeCloseTo(0.4, 6);
    expect(localStorage.getItem('harvu-latency-ms')).toBe('400');
    TestBed.inject(Latency).set(null);
    expect(localStorage.getItem('harvu-latency-ms')).toBeNull();
  });

  it('is silent at once when it is stopped', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    await context.goOn(0.7);
    sound.stop();
    await context.goOn(0.1);
    const before = onsets().length;
    await context.goOn(0.7);
    expect(onsets().length).toBe(before);
    expect(sound.placeNow()).toBeNull();
  });
});

describe('the sound of a room that is left', () => {
  it('ends its worker with the room', () => {
    setUpPage([RoomSound]);
    const sound = TestBed.inject(RoomSound);
    sound.prepare();
    const ended = spyOn(Worker.prototype, 'terminate').and.callThrough();
    sound.close();
    expect(ended).toHaveBeenCalledTimes(1);
    sound.close();
    expect(ended).toHaveBeenCalledTimes(1);
  });

  it('keeps its levels apart, quiet at first, and kept on the device', () => {
    localStorage.clear();
    TestBed.resetTestingModule();
    setUpPage();
    expect(TestBed.inject(SoundLevels).levels()).toEqual({
      count: 0.3,
      click: 0.25,
      guide: 0.3,
      recording: 0.5,
    });
    TestBed.inject(SoundLevels).set({ click: 0.6 });
    expect(JSON.parse(localStorage.getItem('harvu-levels') ?? '{}')).toEqual(
      jasmine.objectContaining({ click: 0.6, guide: 0.3 }),
    );
  });
});
