import FFT from 'fft.js';
import { heardPitch, type HeardPitch } from './pitch';

/** A single plucked note as it is heard over all it rings. */
export interface HeardNote extends HeardPitch {
  /** From 0 to 1: how clear it is, and in how much of the sound. */
  readonly confidence: number;
}

/** A window holds a few rounds of the lowest string. */
const WINDOW_S = 0.17;
const STEP_S = 0.05;
/** The moment of the stroke is no pitch yet. */
const ATTACK_S = 0.06;
/** Softer than this beside the loudest window, the note has died away: 26 dB. */
const RINGS = 0.05;
const LONGEST_S = 30;
/** Windows that lie this near to the middle one say the same. */
const AGREE_CENTS = 40;
const LEAST_AGREEING = 0.5;
/** The spectrum that is looked at closely is about so long. */
const CLOSE_S = 0.7;
const PARTIALS = 6;
/** A partial lies within so much of where it is looked for. */
const NEAR = 0.03;
/** Softer than this beside the loudest partial, it says nothing: 40 dB. */
const SOFTEST = 0.01;
/** Strings are at most so stiff. */
const STIFFEST = 0.0006;

interface Look {
  readonly from: number;
  readonly loud: number;
  readonly pitch: HeardPitch | undefined;
}

/**
 * Hears which single note a sound is, from all of it that rings: the pitch of its windows, looked at closely
 * over its first partials; undefined for silence, noise, chords, and what is shorter than a sixth of a
 * second. At most the first 30 seconds are heard.
 *
 * @example
 * noteIn(Float32Array.from({ length: 44100 }, (_, at) => Math.sin((2 * Math.PI * 110 * at) / 44100)), 44100).midi // 45
 */
export function noteIn(samples: Float32Array, sampleRate: number): HeardNote | undefined {
  const heard = samples.slice(0, LONGEST_S * sampleRate);
  const looks = looksAt(heard, sampleRate);
  const pitched = looks.flatMap(({ from, pitch }) => (pitch ? [{ from, ...pitch }] : []));
  const exact = (one: HeardPitch): number => one.midi + one.cents / 100;
  const sorted = pitched.map(exact).sort((a, b) => a - b);
  const middle = sorted[Math.floor(sorted.length / 2)];
  if (middle === undefined) return undefined;
  const agreeing = pitched.filter((one) => Math.abs(exact(one) - middle) * 100 < AGREE_CENTS);
  const share = agreeing.length / looks.length;
  const [first] = agreeing;
  if (share < LEAST_AGREEING || !first) return undefined;
  const about = { from: first.from, hertz: 440 * 2 ** ((middle - 69) / 12) };
  const clarity = agreeing.reduce((sum, one) => sum + one.clarity, 0) / agreeing.length;
  return { ...pitchOf(refined(heard, sampleRate, about), clarity), confidence: clarity * share };
}

/**
 * Hears which single note sounds now, in the last moments of some samples, and then looks at all of them
 * closely: exact to a tenth of a hundredth of a semitone on a string that rings evenly. Undefined as
 * `heardPitch` is.
 *
 * @example
 * heardClosely(Float32Array.from({ length: 16384 }, (_, at) => Math.sin((2 * Math.PI * 110 * at) / 44100)), 44100).midi // 45
 */
export function heardClosely(
  samples: Float32Array<ArrayBuffer>,
  sampleRate: number,
): HeardPitch | undefined {
  const size = Math.min(samples.length, powerOfTwo(WINDOW_S * sampleRate));
  const now = heardPitch(samples.slice(samples.length - size), sampleRate);
  if (!now) return undefined;
  return pitchOf(refined(samples, sampleRate, { from: 0, hertz: now.hertz }), now.clarity);
}

function powerOfTwo(samples: number): number {
  return 2 ** Math.round(Math.log2(Math.max(2, samples)));
}

function pitchOf(hertz: number, clarity: number): HeardPitch {
  const exact = 69 + 12 * Math.log2(hertz / 440);
  const midi = Math.round(exact);
  return { hertz, midi, cents: (exact - midi) * 100, clarity };
}

function loudnessOf(samples: Float32Array): number {
  return Math.sqrt(samples.reduce((sum, one) => sum + one * one, 0) / Math.max(1, samples.length));
}

function looksAt(samples: Float32Array, sampleRate: number): readonly Look[] {
  const size = powerOfTwo(WINDOW_S * sampleRate);
  const step = Math.max(1, Math.round(STEP_S * sampleRate));
  const count = Math.max(0, Math.floor((samples.length - size) / step) + 1);
  const all = Array.from({ length: count }, (_, at) => {
    const from = at * step;
    const piece = samples.slice(from, from + size);
    return { from, loud: loudnessOf(piece), piece };
  });
  const loudest = Math.max(0, ...all.map((one) => one.loud));
  const top = all.findIndex((one) => one.loud === loudest);
  const begins = (all[top]?.from ?? 0) + ATTACK_S * sampleRate;
  const ringing = all.filter((one) => one.from >= begins && one.loud >= loudest * RINGS);
  return (ringing.length > 0 ? ringing : all).map(({ from, loud, piece }) => ({
    from,
    loud,
    pitch: heardPitch(piece, sampleRate),
  }));
}

/** Where a partial is loudest, between the bins, and how loud it is there. */
function peakNear(
  loud: Float64Array,
  bin: number,
): { readonly bin: number; readonly loud: number } | undefined {
  const [from, until] = [Math.floor(bin * (1 - NEAR)), Math.ceil(bin * (1 + NEAR))];
  let best = from;
  for (let at = from; at <= until; at += 1) if ((loud[at] ?? 0) > (loud[best] ?? 0)) best = at;
  const [a, b, c] = [best - 1, best, best + 1].map((at) =>
    Math.log(Math.max(1e-12, loud[at] ?? 0)),
  );
  if (a === undefined || b === undefined || c === undefined) return undefined;
  const bend = a - 2 * b + c;
  // A parabola through the logarithms is all but exact under the window that is used (Gaussian).
  const off = bend === 0 ? 0 : (a - c) / (2 * bend);
  return Math.abs(off) > 1 ? undefined : { bin: best + off, loud: loud[best] ?? 0 };
}

function closeSpectrum(samples: Float32Array, from: number, size: number): Float64Array {
  const fft = new FFT(size);
  const input = Float64Array.from({ length: size }, (_, at) => {
    const x = (at - size / 2) / (size / 2);
    return (samples[from + at] ?? 0) * Math.exp(-0.5 * (x * 3.2) ** 2);
  });
  const output = fft.createComplexArray() as number[];
  fft.realTransform(output, input);
  return Float64Array.from({ length: size / 2 }, (_, at) =>
    Math.hypot(output[2 * at] ?? 0, output[2 * at + 1] ?? 0),
  );
}

/**
 * Where the string itself sounds: its partials lie at k·f·√(1 + B·k²) on a stiff string, so that what their
 * places say of f is a straight line over k².
 */
function refined(
  samples: Float32Array,
  sampleRate: number,
  about: { readonly from: number; readonly hertz: number },
): number {
  const longest = powerOfTwo(CLOSE_S * sampleRate);
  const size = Math.min(
    longest,
    2 ** Math.floor(Math.log2(Math.max(2, samples.length - about.from))),
  );
  const bins = (about.hertz * size) / sampleRate;
  if (bins < 8) return about.hertz;
  const loud = closeSpectrum(samples, about.from, size);
  const partials = Array.from({ length: PARTIALS }, (_, at) => {
    const found = peakNear(loud, bins * (at + 1));
    return found && { square: (at + 1) ** 2, each: found.bin / (at + 1), loud: found.loud };
  }).filter((one) => one !== undefined);
  const loudest = Math.max(0, ...partials.map((one) => one.loud));
  const heard = partials.filter((one) => one.loud > SOFTEST * loudest);
  const weight = heard.reduce((sum, one) => sum + one.loud, 0);
  if (weight <= 0) return about.hertz;
  const mean = (of: (one: (typeof heard)[number]) => number): number =>
    heard.reduce((sum, one) => sum + of(one) * one.loud, 0) / weight;
  const [square, each] = [mean((one) => one.square), mean((one) => one.each)];
  const spread = mean((one) => (one.square - square) ** 2);
  const slope = spread > 0 ? mean((one) => (one.square - square) * (one.each - each)) / spread : 0;
  const stiff = Math.min(STIFFEST * each, Math.max(0, slope));
  const hertz = ((each - stiff * square) * sampleRate) / size;
  return Math.abs(Math.log2(hertz / about.hertz)) * 1200 > AGREE_CENTS ? about.hertz : hertz;
}
