import { TestBed } from '@angular/core/testing';
import type { Click } from '@harvu/core/rhythm';
import { firstValueFrom, take, toArray } from 'rxjs';
import { setUpPage } from '../testing/page';
import { ClickEngine } from './click-engine';

describe('the click', () => {
  let engine: ClickEngine;
  beforeEach(() => {
    setUpPage([ClickEngine]);
    engine = TestBed.inject(ClickEngine);
    engine.setLoudness(0);
  });
  afterEach(() => {
    engine.close();
    localStorage.clear();
  });

  const clicks = (bpm: number, count: number): Promise<Click[]> => {
    const made = firstValueFrom(engine.clicks.pipe(take(count), toArray()));
    engine.start({ bpm, isAccented: (beat) => beat % 4 === 0 });
    return made;
  };

  it('is handed to the audio clock within a millisecond of even, and does not drift', async () => {
    const bpm = 373;
    const made = await clicks(bpm, 16);
    const start = made[0]?.atS ?? 0;
    made.forEach(({ atS }, index) => {
      expect(Math.abs(atS - start - (index * 60) / bpm)).toBeLessThan(0.001);
    });
    expect(made.map((click) => click.beat)).toEqual(made.map((_, index) => index));
  });

  it('is even though the page is busy', async () => {
    const made = firstValueFrom(engine.clicks.pipe(take(8), toArray()));
    engine.start({ bpm: 300, isAccented: () => false });
    const busy = setInterval(() => {
      const until = performance.now() + 60;
      while (performance.now() < until);
    }, 10);
    const gaps = (await made).map(
      ({ atS }, index, all) => atS - (all[index - 1]?.atS ?? atS - 0.2),
    );
    clearInterval(busy);
    // A page that is stuck for long may leave one out; what sounds is on the beat.
    for (const gap of gaps) {
      const beats = Math.max(1, Math.round(gap / 0.2));
      expect(Math.abs(gap - beats * 0.2)).toBeLessThan(0.001);
    }
  });

  it('starts from beat one again, and is silent when stopped', async () => {
    await clicks(400, 3);
    engine.stop();
    expect(await firstValueFrom(engine.beats)).toBe(-Infinity);
    expect((await clicks(400, 1))[0]?.beat).toBe(0);
  });

  it('starts quiet, and keeps the loudness that was chosen', () => {
    localStorage.clear();
    TestBed.resetTestingModule();
    setUpPage([ClickEngine]);
    const fresh = TestBed.inject(ClickEngine);
    expect(fresh.loudness()).toBe(0.25);
    fresh.setLoudness(0.6);
    expect(localStorage.getItem('harvu-click-loudness')).toBe('0.6');
  });
});
