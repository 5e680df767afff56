import { TestBed } from '@angular/core/testing';
import { parseMeter, readPattern } from '@harvu/core/rhythm';
import { setUpPage } from '../testing/page';
import { PatternPlayer } from './pattern-player';

describe('a pattern heard', () => {
  let player: PatternPlayer;
  beforeEach(() => {
    setUpPage([PatternPlayer]);
    player = TestBed.inject(PatternPlayer);
  });
  afterEach(() => player.close());

  it('goes through its slots in order, round and round, until it is stopped', async () => {
    const meter = parseMeter('4/4');
    const read = meter && readPattern(meter, 'D - D U D - D U'.split(' '));
    if (!read?.ok) throw new Error('no pattern');
    const seen: number[] = [];
    player.start({ pattern: read.pattern, feel: { kind: 'straight' }, bpm: 200 });
    expect(player.isOn()).toBeTrue();
    const until = performance.now() + 1900;
    while (performance.now() < until) {
      const slot = player.slot();
      if (slot >= 0 && seen.at(-1) !== slot) seen.push(slot);
      await new Promise((resolve) => setTimeout(resolve, 8));
    }
    player.stop();
    expect([player.isOn(), player.slot()]).toEqual([false, -1]);
    expect(seen.length).toBeGreaterThan(8);
    seen.slice(1).forEach((slot, index) => {
      const step = (slot - (seen[index] ?? 0) + 8) % 8;
      expect([1, 2]).withContext(seen.join(' ')).toContain(step);
    });
  });
});
