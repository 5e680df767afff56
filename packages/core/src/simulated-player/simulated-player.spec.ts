import { readChart } from '../chart';
import { songScore } from '../guide';
import { onsetsIn } from '../listening';
import { judgeTake, measuresOf, type ExpectedTime } from '../take';
import { playSimulated, renderSimulated, STEADY_PLAYER } from './index';

const RATE = 22_050;
const SONG = readChart(
  `tempo: 92
pattern s 4/4: D - D U - U D U
[A] pattern s
| G | D | Em | C |
grip G: 320003
grip D: xx0232
grip Em: 022000
grip C: x32010`,
).song;
const SCORE = songScore(SONG);
const STROKES: readonly ExpectedTime[] = SCORE.strokes;

describe('a player who is not there', () => {
  it('plays the same for the same seed, and otherwise for another', () => {
    const player = { ...STEADY_PLAYER, stumbles: 1, missed: 2 };
    expect(playSimulated(STROKES, player, 7)).toEqual(playSimulated(STROKES, player, 7));
    expect(playSimulated(STROKES, player, 7).onsetsS).not.toEqual(
      playSimulated(STROKES, player, 8).onsetsS,
    );
  });

  it('does wrong what it is told to, and says so', () => {
    const { truth, onsetsS } = playSimulated(
      STROKES,
      {
        ...STEADY_PLAYER,
        jitterMs: 0,
        missed: [3],
        slowChanges: [{ from: 'D', to: 'Em', lateMs: 90 }],
      },
      1,
    );
    expect(truth.missed).toEqual([3]);
    expect(truth.slow.length).toBe(1);
    expect(truth.lateMs[truth.slow[0] ?? 0]).toBe(90);
    expect(onsetsS.length).toBe(STROKES.length - 1);
  });

  it('gets tired where it is told to', () => {
    const { truth } = playSimulated(
      Array.from({ length: 400 }, (_, at) => ({ atS: at * 0.5 })),
      { ...STEADY_PLAYER, jitterMs: 10, tires: 3 },
      2,
    );
    const far = (from: number): number =>
      truth.lateMs
        .slice(from, from + 100)
        .reduce<number>((sum, one) => sum + Math.abs(one ?? 0), 0);
    expect(far(300)).toBeGreaterThan(2 * far(0));
  });

  it('is heard in its own sound as it played', () => {
    const take = playSimulated(
      STROKES,
      { ...STEADY_PLAYER, jitterMs: 6, slowChanges: [{ to: 'C', lateMs: 230 }] },
      3,
    );
    const heard = onsetsIn(renderSimulated(SCORE, take, { sampleRate: RATE, seed: 3 }), RATE);
    const measures = measuresOf(STROKES, heard);
    const { clean, worst } = judgeTake(STROKES, measures, { isExact: false });
    expect(clean).toBeFalse();
    expect(worst?.change).toEqual(jasmine.objectContaining({ from: 'Em', to: 'C' }));
    expect(Math.abs((worst?.by ?? 0) - 230)).toBeLessThan(35);
  });
});
