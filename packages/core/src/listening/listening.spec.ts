import { Guitar } from '../guide';
import { seeded } from '../random';
import { heardClosely, noteIn, onsetsIn, stringTuned } from './index';
import { heardPitch } from './pitch';

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

  it('knows a new string however low it still is, where it is the one that is named', () => {
    const low = { hertz: 0, midi: 33, cents: 10, clarity: 1 };
    expect(stringTuned(low, OPEN)).toBeUndefined();
    expect(stringTuned(low, OPEN, 5)).toEqual({ string: 5, cents: -1190, does: 'tune up' });
    expect(stringTuned({ ...low, midi: 20 }, OPEN, 5)).toBeUndefined();
    expect(stringTuned(low, OPEN, 9)).toBeUndefined();
  });
});

describe('a plucked note over all it rings', () => {
  /** Partials as a stiff string has them, struck at a fifth of it, with a little noise. */
  function stiff(midi: number, rate = RATE): Float32Array<ArrayBuffer> {
    const hertz = 440 * 2 ** ((midi - 69) / 12);
    const out = new Float32Array(Math.round(rate * 1.5));
    for (let part = 1; part < 20; part += 1) {
      const own = part * hertz * Math.sqrt(1 + 2e-4 * part * part);
      const loud = (0.3 * Math.sin((Math.PI * part) / 5)) / part;
      if (own > rate * 0.45) break;
      out.forEach((one, at) => {
        const t = at / rate;
        out[at] =
          one + loud * Math.sin(2 * Math.PI * own * t + part) * Math.exp(-t * (1 + part / 4));
      });
    }
    return out;
  }

  for (const [midi, rate] of [
    [36.2, 44_100],
    [40, 44_100],
    [49.7, 48_000],
    [59.05, 22_050],
    [64.31, 44_100],
    [79, 44_100],
  ] as const)
    it(`is ${midi} at ${rate} Hz within half a cent`, () => {
      const note = noteIn(stiff(midi, rate), rate);
      expect(((note?.midi ?? 0) + (note?.cents ?? 0) / 100 - midi) * 100).toBeCloseTo(0, 0);
      expect(note?.confidence).toBeGreaterThan(0.8);
    });

  it('is as exact in the moments a tuner looks at', () => {
    for (const midi of [40, 45.1, 49.9, 55, 59.05, 64.3]) {
      const all = stiff(midi);
      for (const from of [6000, 20_000, 40_000]) {
        const note = heardClosely(all.slice(from, from + 16_384), RATE);
        const off = ((note?.midi ?? 0) + (note?.cents ?? 0) / 100 - midi) * 100;
        expect(Math.abs(off)).withContext(`${midi} from ${from}`).toBeLessThan(0.5);
      }
    }
    expect(heardClosely(new Float32Array(16_384), RATE)).toBeUndefined();
    expect(heardClosely(new Float32Array(0), RATE)).toBeUndefined();
  });

  it('is none in silence, in a chord, and in a moment of sound', () => {
    const third = stiff(52);
    const fifth = stiff(55);
    const chord = stiff(48).map((one, at) => one + (third[at] ?? 0) + (fifth[at] ?? 0));
    expect(noteIn(chord, RATE)).toBeUndefined();
    expect(noteIn(new Float32Array(RATE), RATE)).toBeUndefined();
    expect(noteIn(stiff(45).slice(0, 900), RATE)).toBeUndefined();
    expect(noteIn(new Float32Array(0), RATE)).toBeUndefined();
  });
});

describe('strokes that are heard', () => {
  const TIMES = [0.3, 0.9, 1.2, 1.5, 2.1, 2.7, 3, 3.3, 3.9, 4.5, 5.1, 5.7];
  const CHORD = [45, 52, 57, 60, 64];

  function strummed(times: readonly number[], spreadS = 0.025): Float32Array<ArrayBuffer> {
    const guitar = new Guitar(RATE, 3);
    const how = { kind: 'pluck', loud: 0.7, ringsS: 4, bright: 0.6 } as const;
    guitar.put(
      times.flatMap((atS, stroke) =>
        (stroke % 2 === 0 ? CHORD : CHORD.toReversed().slice(0, 3)).map((midi, place) => ({
          ...{ ...how, midi, string: 5 - CHORD.indexOf(midi) },
          atS: atS + (spreadS * place) / 4,
        })),
      ),
    );
    const out = new Float32Array(Math.round(((times.at(-1) ?? 0) + 1) * RATE));
    guitar.take(out);
    return out;
  }

  function farOff(heard: readonly number[], times: readonly number[]): number {
    return Math.max(...times.map((one, at) => Math.abs((heard[at] ?? 99) - one)));
  }

  it('are each heard once, within 20 ms', () => {
    const heard = onsetsIn(strummed(TIMES), RATE);
    expect(heard.length).toBe(TIMES.length);
    expect(farOff(heard, TIMES)).toBeLessThan(0.02);
  });

  it('are one stroke where a chord is rolled', () => {
    const slow = TIMES.filter((_, at) => at % 2 === 0);
    const heard = onsetsIn(strummed(slow, 0.1), RATE);
    expect(heard.length).toBe(slow.length);
    expect(farOff(heard, slow)).toBeLessThan(0.05);
  });

  it('are the same however loud, and at another rate', () => {
    const sound = strummed(TIMES);
    expect(
      onsetsIn(
        sound.map((one) => one / 100),
        RATE,
      ).length,
    ).toBe(TIMES.length);
    const half = sound.filter((_, at) => at % 2 === 0);
    expect(farOff(onsetsIn(half, RATE / 2), TIMES)).toBeLessThan(0.025);
  });

  it('are not the clicks that bleed in', () => {
    const sound = strummed(TIMES);
    const click = sound.slice();
    for (let beat = 0; beat * 0.4 < 6.4; beat += 1)
      for (let at = 0; at < 2000; at += 1) {
        const place = Math.round((0.3 + beat * 0.4) * RATE) + at;
        const tone = 0.3 * Math.cos((2 * Math.PI * 1000 * at) / RATE) * Math.exp((-90 * at) / RATE);
        click[place] = (click[place] ?? 0) + tone;
      }
    const heard = onsetsIn(click, RATE);
    expect(heard.filter((one) => TIMES.every((time) => Math.abs(one - time) > 0.05)).length).toBe(
      0,
    );
    expect(heard.length).toBeGreaterThanOrEqual(TIMES.length - 1);
  });

  it('are none in silence, in steady noise, in a steady tone, and in what is no sound', () => {
    const noise = seeded(4);
    const tone = Float32Array.from({ length: RATE * 2 }, (_, at) => Math.sin(at / 30) * 0.3);
    expect(onsetsIn(new Float32Array(RATE), RATE)).toEqual([]);
    expect(
      onsetsIn(
        Float32Array.from({ length: RATE * 2 }, () => noise() * 0.1),
        RATE,
      ),
    ).toEqual([]);
    expect(onsetsIn(tone, RATE).filter((one) => one > 0.05)).toEqual([]);
    expect(onsetsIn(new Float32Array(0), RATE)).toEqual([]);
    expect(onsetsIn(new Float32Array(RATE).fill(NaN), RATE)).toEqual([]);
  });
});
