import { Guitar } from '../guide';
import { heardPitch, latencyOf, stringTuned } from './index';

const RATE = 44_100;
const OPEN = [40, 45, 50, 55, 59, 64];

function plucked(midi: number): Float32Array<ArrayBuffer> {
  const guitar = new Guitar(RATE, 11);
  const how = { kind: 'pluck', atS: 0, string: 1, loud: 0.8, ringsS: 4, bright: 0.5 } as const;
  guitar.put([{ ...how, midi }]);
  guitar.take(new Float32Array(8000));
  const out = new Float32Array(8192);
  guitar.take(out);
  return out;
}

function wave(make: (seconds: number) => number): Float32Array<ArrayBuffer> {
  return Float32Array.from({ length: 8192 }, (_, at) => make(at / RATE));
}

describe('a note that is heard', () => {
  for (const midi of [...OPEN, 38, 33, 76])
    it(`is ${midi} on a plucked string, within two cents`, () => {
      const pitch = heardPitch(plucked(midi), RATE);
      expect(pitch?.midi).toBe(midi);
      expect(Math.abs(pitch?.cents ?? 99)).toBeLessThan(2);
    });

  it('is told in cents where it is off, sharp and flat', () => {
    const tone = (hertz: number) =>
      wave(
        (t) => 0.3 * Math.sin(2 * Math.PI * hertz * t) + 0.1 * Math.sin(4 * Math.PI * hertz * t),
      );
    for (const cents of [-49, -20, -3, 0, 7, 33, 49]) {
      const pitch = heardPitch(tone(110 * 2 ** (cents / 1200)), RATE);
      expect(pitch?.cents).toBeCloseTo(cents, 0);
    }
  });

  it('is none in silence, in noise, and very far away', () => {
    expect(heardPitch(new Float32Array(8192), RATE)).toBeUndefined();
    let seed = 5;
    const noise = wave(() => {
      seed = (seed * 16_807) % 2_147_483_647;
      return seed / 1_073_741_823 - 1;
    });
    expect(heardPitch(noise, RATE)).toBeUndefined();
    expect(
      heardPitch(
        plucked(45).map((one) => one / 500),
        RATE,
      ),
    ).toBeUndefined();
    expect(
      heardPitch(
        wave(() => NaN),
        RATE,
      ),
    ).toBeUndefined();
  });
});

describe('tuning a string', () => {
  const at = (midi: number, cents: number) =>
    stringTuned({ hertz: 0, midi, cents, clarity: 1 }, OPEN);

  it('knows the string by the nearest open note, and says which way', () => {
    expect(at(40, -20)).toEqual({ string: 6, cents: -20, does: 'tune up' });
    expect(at(41, 30)).toEqual({ string: 6, cents: 130, does: 'tune down' });
    expect(at(64, 2)).toEqual({ string: 1, cents: 2, does: 'in tune' });
    expect(at(57, -10)?.string).toBe(3);
  });

  it('takes a note far from every string for none, and knows no string without any', () => {
    expect(at(72, 0)).toBeUndefined();
    expect(stringTuned({ hertz: 0, midi: 40, cents: 0, clarity: 1 }, [])).toBeUndefined();
  });

  it('goes by the strings that are there: dropped, and on a re-entrant neck', () => {
    expect(stringTuned({ hertz: 0, midi: 38, cents: 1, clarity: 1 }, [38, 45, 50])?.string).toBe(3);
    expect(
      stringTuned({ hertz: 0, midi: 67, cents: 0, clarity: 1 }, [67, 60, 64, 69])?.string,
    ).toBe(4);
  });
});

describe('how late a sound is heard', () => {
  const clicks = Array.from({ length: 16 }, (_, at) => at * 0.6);
  const taps = (late: number, uneven = 0.02) =>
    clicks.slice(2, 12).map((one, at) => one + late + (at % 2 === 0 ? uneven : -uneven));

  for (const late of [0, 0.05, 0.18, 0.35])
    it(`is ${late * 1000} ms where a hand taps so late, give or take`, () => {
      expect(latencyOf(taps(late), clicks)).toBeCloseTo(late, 1);
      expect(Math.abs((latencyOf(taps(late), clicks) ?? 9) - late)).toBeLessThan(0.025);
    });

  it('is not said from few taps, or from uneven ones', () => {
    expect(latencyOf(taps(0.1).slice(0, 5), clicks)).toBeUndefined();
    expect(latencyOf(taps(0.2, 0.15), clicks)).toBeUndefined();
    expect(latencyOf([], [])).toBeUndefined();
    expect(latencyOf(taps(0.1), [])).toBeUndefined();
  });
});
