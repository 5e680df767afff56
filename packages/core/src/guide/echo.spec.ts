import { readChart } from '../chart';
import { USUAL_CONVENTIONS } from '../conventions';
import { sceneOf } from '../practice';
import { makeSteps, workpieceOf } from '../steps';
import { Echo } from './echo';
import { GuideStream } from './stream';

const RATE = 1000;
const clap = (samples: number): Float32Array =>
  Float32Array.from({ length: samples }, (_, at) => (at === 0 ? 1 : 0));
const peaks = (sound: Float32Array): readonly (readonly [number, number])[] =>
  [...sound].flatMap((one, at) => (one > 0.01 ? [[at, Number(one.toFixed(3))] as const] : []));

describe('an echo', () => {
  it('comes again after its time, quieter each time', () => {
    const sound = clap(1000);
    new Echo(RATE, 0.3).addTo(sound);
    expect(peaks(sound)).toEqual([
      [0, 1],
      [300, 0.35],
      [600, 0.112],
      [900, 0.036],
    ]);
  });

  it('is the same however the sound is cut, and from a copy', () => {
    const [whole, cut] = [clap(900), clap(900)];
    new Echo(RATE, 0.25).addTo(whole);
    const echo = new Echo(RATE, 0.25);
    echo.addTo(cut.subarray(0, 130));
    echo.copy().addTo(cut.subarray(130));
    expect([...cut]).toEqual([...whole]);
  });

  it('of no time is none, and none is later than four seconds', () => {
    const sound = clap(10);
    new Echo(RATE, 0).addTo(sound);
    expect(peaks(sound)).toEqual([[0, 1]]);
    expect(new Echo(RATE, 60).lengthS).toBe(4);
    expect(new Echo(RATE, -1).lengthS).toBe(0);
  });
});

describe('an echo of the song', () => {
  const text = 'tempo: 120\nmeter: 4/4\nsound: echo: time 375 ms\n[A]\n| G! | N.C. |';
  const sceneFor = (chart: string) => {
    const { song } = readChart(chart);
    const work = workpieceOf(song);
    const step = makeSteps(work).find(({ kind }) => kind === 'listen');
    if (!step) throw new Error('nothing to listen to');
    return sceneOf(step, { song, work, conventions: USUAL_CONVENTIONS });
  };
  const loudness = (chart: string, slower: number, fromS: number): number => {
    const options = { slower, countInBars: 0, breathes: false, hasOffBeats: false } as const;
    const stream = new GuideStream(sceneFor(chart).score, options, 8000);
    stream.next(fromS * slower);
    const piece = stream.next(0.05);
    return Math.sqrt(piece?.guide.reduce((sum, one) => sum + one * one, 0) ?? 0);
  };

  it('is in the guide, and its time goes with the tempo', () => {
    expect(sceneFor(text).score.echoS).toBeCloseTo(0.375, 6);
    expect(sceneFor(text.replace('sound: echo: time 375 ms\n', '')).score.echoS).toBeUndefined();
    // What rings is damped at the silence; the echo goes on in it.
    const without = text.replace('sound: echo: time 375 ms\n', '');
    for (const slower of [1, 1.5]) {
      expect(loudness(text, slower, 2.3)).toBeGreaterThan(3 * loudness(without, slower, 2.3));
    }
  });
});
