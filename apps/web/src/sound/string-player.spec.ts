import { TestBed } from '@angular/core/testing';
import { setUpPage } from '../testing/page';
import { StringPlayer } from './string-player';

describe('notes that are heard', () => {
  let player: StringPlayer;
  beforeEach(() => {
    setUpPage([StringPlayer]);
    player = TestBed.inject(StringPlayer);
  });
  afterEach(() => {
    player.close();
  });

  it('sound one after the other, and it is over after the last', async () => {
    player.start({
      notes: [
        { midi: 64, atS: 0, lastsS: 0.1 },
        { midi: 67, atS: 0.1, lastsS: 0.1, isMuted: true },
      ],
      lastsS: 0.2,
    });
    expect(player.isOn()).toBeTrue();
    const seen: number[] = [];
    while (player.isOn()) {
      seen.push(player.atS());
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
    expect(Math.max(...seen)).toBeGreaterThan(0.1);
    expect([...seen]).toEqual([...seen].sort((a, b) => a - b));
    expect(player.atS()).toBe(-1);
  });

  it('are silent at once when they are stopped', () => {
    player.start({ notes: [{ midi: 40, atS: 0, lastsS: 5 }], lastsS: 5 });
    player.stop();
    expect([player.isOn(), player.atS()]).toEqual([false, -1]);
  });
});
