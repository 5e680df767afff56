import { TestBed } from '@angular/core/testing';
import { parseMeter, readPattern } from '@harvu/core/rhythm';
import { setUpPage } from '../testing/page';
import { PatternPlayer } from './pattern-player';
import { RoomSound } from './room-sound';

describe('a pattern heard', () => {
  let player: PatternPlayer;
  beforeEach(() => {
    setUpPage([RoomSound, PatternPlayer]);
    player = TestBed.inject(PatternPlayer);
  });
  afterEach(() => player.close());

  it('goes through its slots in order, round and round, until it is stopped', async () => {
    const meter = parseMeter('4/4');
    const read = meter && readPattern(meter, 'D - D U D - D U'.split(' '));
    if (!read?.ok) throw new Error('no pattern');
    const seen = new Set<number>();
    let isRound = false;
    let last = -1;
    player.start({
      ...{ pattern: read.pattern, feel: { kind: 'straight' }, tempo: 240 },
      open: [40, 45, 50, 55, 59, 64],
    });
    expect(player.isOn()).toBeTrue();
    // However slow the machine is, the hand comes round again.
    while (!isRound) {
      const slot = player.slot();
      isRound = slot >= 0 && slot < last;
      last = slot;
      if (slot >= 0) seen.add(slot);
      await new Promise((resolve) => setTimeout(resolve, 8));
    }
    player.stop();
    expect([player.isOn(), player.slot()]).toEqual([false, -1]);
    expect([...seen].every((slot) => slot < 8)).toBeTrue();
    expect(seen.size).toBeGreaterThan(1);
  });
});
