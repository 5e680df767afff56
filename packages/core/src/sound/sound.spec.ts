import { echoesIn, echoOf, effectWords, isEchoOff, readEffects, writeEffects } from '.';

const ECHOES: readonly (readonly [
  bpm: number,
  ms: number,
  value: string,
  exact: number,
  off: number,
])[] = [
  [84, 536, 'dotted eighth', 535.7, 0.1],
  [88, 380, 'eighth', 340.9, 11.5],
  [120, 500, 'quarter', 500, 0],
  [120, 250, 'eighth', 250, 0],
  [60, 333, 'eighth triplet', 333.3, -0.1],
  [100, 900, 'dotted quarter', 900, 0],
  [100, 400, 'quarter triplet', 400, 0],
];

describe('an echo', () => {
  for (const [bpm, ms, noteValue, exactMs, offPercent] of ECHOES) {
    it(`of ${ms} ms at ${bpm} is a ${noteValue}, ${offPercent} % off`, () => {
      expect(echoOf({ bpm, ms })).toEqual({ noteValue, exactMs, offPercent });
    });
  }

  it('is longer at a practice tempo', () => {
    expect(echoOf({ bpm: 84, ms: 536, practiceBpm: 84 * 0.7 }).practiceMs).toBe(766);
  });

  it('that fits no note value is told', () => {
    expect(isEchoOff(echoOf({ bpm: 88, ms: 380 }))).toBeTrue();
    expect(isEchoOff(echoOf({ bpm: 84, ms: 536 }))).toBeFalse();
  });
});

const CHAINS: readonly (readonly [typed: string, written: string])[] = [
  ['swell', 'swell'],
  ['echo 536 ms', 'echo: time 536 ms'],
  ['echo: time 536 ms, mix 30 %', 'echo: time 536 ms, mix 30 %'],
  ['overdrive: gain 3 > echo 0.5 s', 'overdrive: gain 3 > echo: time 0.5 s'],
  ['reverb: room small "like a hall > less"', 'reverb: room small "like a hall > less"'],
  ['echo 536ms, mix 30%', 'echo: time 536 ms, mix 30 %'],
  ['tone cut -3 dB', 'tone cut: amount -3 dB'],
];

describe('a chain of effects', () => {
  for (const [typed, written] of CHAINS) {
    it(`is read and written: ${typed}`, () => {
      const read = readEffects(typed);
      expect(read && writeEffects(read)).toBe(written);
      expect(readEffects(written)).toEqual(read);
    });
  }

  it('that says nothing is none', () => {
    for (const text of ['', ' > ', 'echo: 5 6 7 ms x', ': 5', Array(40).fill('swell').join('>')])
      expect(readEffects(text)).withContext(text).toBeUndefined();
  });

  it('is said in the order the sound goes through it', () => {
    const effects = readEffects('swell "from nothing" > echo 536 ms, mix 30 %') ?? [];
    expect(effectWords(effects)).toBe('swell, from nothing, then echo (time 536 ms, mix 30 %)');
    expect(echoesIn(effects, { bpm: 84, practiceBpm: 58.8 })).toEqual([
      {
        ...{ effect: 'echo', ms: 536, noteValue: 'dotted eighth' },
        ...{ exactMs: 535.7, offPercent: 0.1, practiceMs: 766 },
      },
    ]);
  });
});
