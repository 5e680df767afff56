import { TestBed } from '@angular/core/testing';
import { readChart } from '@harvu/core/chart';
import { songScore, type GuideScore, type StreamOptions } from '@harvu/core/guide';
import { firstValueFrom } from 'rxjs';
import { setUpPage } from '../testing/page';
import { Recorder } from '../testing/recorder';
import { Latency } from './latency';
import { SoundLevels } from './levels';
import { RoomSound, SOUND_CONTEXT, SOUND_OUT } from './room-sound';

const scoreFor = (text: string): GuideScore => songScore(readChart(text).song);

const PLAIN: StreamOptions = { slower: 1, countInBars: 0, breathes: false, hasOffBeats: false };
const SONG = 'tempo: 240\nmeter: 4/4\n[A]\n| Em | Em |';
const BEAT = 0.25;

function wait(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}

function block(ms: number): void {
  const until = performance.now() + ms;
  while (performance.now() < until);
}

describe('the sound of the room', () => {
  let context: AudioContext;
  let recorder: Recorder;
  let sound: RoomSound;

  beforeEach(async () => {
    localStorage.clear();
    context = new AudioContext();
    await context.resume();
    recorder = await Recorder.of(context);
    setUpPage([
      RoomSound,
      { provide: SOUND_CONTEXT, useValue: () => context },
      { provide: SOUND_OUT, useValue: () => recorder.node },
    ]);
    sound = TestBed.inject(RoomSound);
    TestBed.inject(SoundLevels).set({ count: 1, click: 1, guide: 0 });
  });
  afterEach(() => {
    sound.close();
    localStorage.clear();
  });

  async function untilS(atS: number): Promise<void> {
    while ((sound.nowS() ?? 0) < atS) await wait(2);
  }
  const onsets = (): readonly number[] => recorder.onsetsS(context.sampleRate);
  /** How far each is from a beat of the clock; the very first may come late with what is rendered then. */
  function offBeatS(times: readonly number[], beat = BEAT): readonly number[] {
    const last = times.at(-1) ?? 0;
    return times
      .slice(1)
      .map((one) => Math.abs((last - one) / beat - Math.round((last - one) / beat)) * beat);
  }

  it('sounds every click within a millisecond of its time', async () => {
    sound.prepare();
    await wait(300);
    sound.start(scoreFor(SONG), PLAIN);
    await untilS(2.1);
    const times = onsets();
    expect(times.length).toBeGreaterThan(7);
    expect(Math.max(...offBeatS(times))).toBeLessThan(0.001);
    expect(times.length).toBe(Math.round(((times.at(-1) ?? 0) - (times[0] ?? 0)) / BEAT) + 1);
  });

  it('loses no beat and moves none while the page is stuck for a second, again and again', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    await wait(1200);
    for (let time = 0; time < 3; time += 1) {
      block(1000);
      await wait(200);
    }
    await wait(600);
    const times = onsets();
    expect(Math.max(...offBeatS(times))).toBeLessThan(0.001);
    const beats = Math.round(((times.at(-1) ?? 0) - (times[0] ?? 0)) / BEAT) + 1;
    expect(beats).toBeGreaterThan(15);
    expect(times.length).toBe(beats);
  }, 20_000);

  it('goes on in another tempo from the next pass, without a gap', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    await wait(900);
    sound.replay(1, { slower: 2 });
    await wait(3200);
    const times = onsets();
    const gaps = times.slice(1).map((one, at) => Math.round((one - (times[at] ?? 0)) * 1000));
    expect(gaps.slice(1, 10)).toEqual([250, 250, 250, 250, 250, 250, 250, 500, 500]);
  }, 20_000);

  it('loses no beat where the tempo is changed a moment before the next pass', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    const pass = 8 * BEAT;
    await untilS(pass - 0.02);
    sound.replay(1, { slower: 2 });
    await untilS(pass + 3);
    const times = onsets();
    // The very first click may come late with what is rendered then; the others are on their beats.
    const first = (times[1] ?? 0) - BEAT;
    const after = times.map((one) => one - first - pass).filter((one) => one > 0.3);
    expect(after.length).toBeGreaterThan(3);
    after.forEach((one, at) => {
      expect(Math.abs(one - (at + 1) * 2 * BEAT)).toBeLessThan(0.001);
    });
  }, 20_000);

  it('goes round in an open end until it is left, without a gap', async () => {
    // Two bars of a second; the first goes round.
    const openEnds = [{ fromS: 0, untilS: 1, thenS: 1 }];
    const over = firstValueFrom(sound.ended);
    sound.start(scoreFor(SONG), { ...PLAIN, passes: 1, openEnds });
    await wait(3300);
    const fromS = sound.placeNow()?.part.fromS;
    sound.leave();
    await over;
    const times = onsets();
    expect(fromS).toBe(0);
    // Four rounds of four beats, and the bar behind them.
    expect(times.length).toBe(20);
    expect(Math.max(...offBeatS(times))).toBeLessThan(0.001);
  }, 20_000);

  it('ends its worker with the room', () => {
    sound.prepare();
    const ended = spyOn(Worker.prototype, 'terminate').and.callThrough();
    sound.close();
    expect(ended).toHaveBeenCalledTimes(1);
    sound.close();
    expect(ended).toHaveBeenCalledTimes(1);
  });

  it('tells where it is, and when it is over', async () => {
    const over = firstValueFrom(sound.ended);
    sound.start(scoreFor(SONG), { ...PLAIN, countInBars: 1, passes: 1 });
    await wait(600);
    const counting = sound.placeNow();
    expect([counting?.part.kind, counting?.part.pass]).toEqual(['count-in', 0]);
    await wait(1000);
    expect(sound.placeNow()?.part.kind).toBe('pass');
    await over;
    expect(sound.placeNow()).toBeNull();
  });

  it('keeps its levels apart, quiet at first, and kept on the device', () => {
    localStorage.clear();
    TestBed.resetTestingModule();
    setUpPage();
    expect(TestBed.inject(SoundLevels).levels()).toEqual({
      ...{ count: 0.3, click: 0.25, guide: 0.3, recording: 0.5 },
    });
    TestBed.inject(SoundLevels).set({ click: 0.6 });
    expect(JSON.parse(localStorage.getItem('harvu-levels') ?? '{}')).toEqual(
      jasmine.objectContaining({ click: 0.6, guide: 0.3 }),
    );
  });

  it('shows what is heard: later by what was measured with taps', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    await wait(700);
    const before = sound.placeNow()?.intoS ?? 0;
    TestBed.inject(Latency).set(400);
    const after = sound.placeNow()?.intoS ?? 0;
    expect(before - after).toBeGreaterThan(0.25);
    expect(localStorage.getItem('harvu-latency-ms')).toBe('400');
    TestBed.inject(Latency).set(null);
    expect(localStorage.getItem('harvu-latency-ms')).toBeNull();
  });

  it('is silent at once when it is stopped', async () => {
    sound.start(scoreFor(SONG), PLAIN);
    await wait(700);
    sound.stop();
    await wait(150);
    const before = onsets().length;
    await wait(700);
    expect(onsets().length).toBe(before);
    expect(sound.placeNow()).toBeNull();
  });
});
