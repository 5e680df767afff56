import { pluckedString } from './string-player';

const SAMPLE_RATE = 48_000;

/** How far some samples are like themselves so many samples later. */
function likeness(samples: Float32Array, lag: number): number {
  let sum = 0;
  for (let at = 12_000; at < 20_000; at += 1) sum += (samples[at] ?? 0) * (samples[at + lag] ?? 0);
  return sum;
}

/** The period of a sound near a guess, in parts of a sample, by where it is most like itself. */
function periodNear(samples: Float32Array, guess: number): number {
  const lags = Array.from({ length: 7 }, (_, index) => Math.round(guess) - 3 + index);
  const best = lags.reduce((a, b) => (likeness(samples, b) > likeness(samples, a) ? b : a));
  const [low, mid, high] = [-1, 0, 1].map((step) => likeness(samples, best + step));
  const [a, b, c] = [low ?? 0, mid ?? 0, high ?? 0];
  return best + (a - c) / (2 * (a - 2 * b + c));
}

describe('a plucked string', () => {
  for (const midi of [40, 45, 50, 55, 59, 64, 71, 76, 81]) {
    it(`is in tune at ${midi}, by its own sound`, () => {
      const { samples, rate } = pluckedString(midi, SAMPLE_RATE, 1);
      const wanted = 440 * 2 ** ((midi - 69) / 12);
      const heard = (SAMPLE_RATE * rate) / periodNear(samples, SAMPLE_RATE / wanted);
      expect(Math.abs(1200 * Math.log2(heard / wanted))).toBeLessThan(3);
    });
  }

  it('dies away and never is louder than it was plucked', () => {
    const { samples } = pluckedString(52, SAMPLE_RATE, 2);
    const loudest = (from: number, to: number) =>
      samples.slice(from, to).reduce((most, one) => Math.max(most, Math.abs(one)), 0);
    expect(loudest(0, samples.length)).toBeLessThanOrEqual(1);
    expect(loudest(60_000, 96_000)).toBeLessThan(loudest(0, 6000) / 4);
  });
});
