import FFT from 'fft.js';

/** The loudness of a sound in bands as wide as the ear's, many times a second. */
export interface Bands {
  /** One row a band, from low to high; in it one magnitude a frame. */
  readonly rows: readonly Float32Array[];
  /** The middle of each band. */
  readonly hertz: readonly number[];
  readonly frames: number;
  readonly secondsAFrame: number;
}

/** A window is about so long: two rounds of the lowest string and a little more. */
const WINDOW_S = 0.046;
const HOP_S = 0.008;
const LOWEST_HERTZ = 60;
const HIGHEST_HERTZ = 14_000;
const BANDS_AN_OCTAVE = 9;

interface Band {
  readonly hertz: number;
  readonly from: number;
  readonly weights: Float64Array;
}

/** Takes the spectrum about one moment after the other; what it needs for that is made once. */
class Spectrum {
  private readonly fft: FFT;
  private readonly shape: Float64Array;
  private readonly input: Float64Array;
  private readonly output: number[];
  readonly loud: Float64Array;

  constructor(private readonly size: number) {
    this.fft = new FFT(size);
    this.shape = windowOf(size);
    this.input = new Float64Array(size);
    this.output = this.fft.createComplexArray() as number[];
    this.loud = new Float64Array(size / 2);
  }

  /** Fills `loud` with the magnitudes about a sample; before the first and after the last it is silent. */
  about(samples: Float32Array, middle: number): void {
    const { size, shape, input, output, loud } = this;
    const start = middle - size / 2;
    const [from, until] = [Math.max(0, -start), Math.min(size, samples.length - start)];
    input.fill(0);
    for (let at = from; at < until; at += 1)
      input[at] = (samples[start + at] ?? 0) * (shape[at] ?? 0);
    this.fft.realTransform(output, input);
    for (let bin = 0; bin < loud.length; bin += 1) {
      const re = output[2 * bin] ?? 0;
      const im = output[2 * bin + 1] ?? 0;
      loud[bin] = Math.sqrt(re * re + im * im);
    }
  }
}

/**
 * Splits a sound into bands (short-time Fourier transform by a library, Hann window of about 46 ms, every
 * 8 ms). Frame n is the sound about `n × secondsAFrame`; no frames for no samples.
 *
 * @example
 * bandsOf(new Float32Array(0), 44100).frames // 0
 */
export function bandsOf(samples: Float32Array, sampleRate: number): Bands {
  const size = 2 ** Math.round(Math.log2(WINDOW_S * sampleRate));
  const hop = Math.max(1, Math.round(HOP_S * sampleRate));
  const bands = triangles(size, sampleRate);
  const frames = Math.ceil(samples.length / hop);
  const rows = bands.map(() => new Float32Array(frames));
  const spectrum = new Spectrum(size);
  for (let frame = 0; frame < frames; frame += 1) {
    spectrum.about(samples, frame * hop);
    for (const [place, band] of bands.entries()) {
      const row = rows[place];
      if (row) row[frame] = weighed(band, spectrum.loud);
    }
  }
  return { rows, hertz: bands.map((one) => one.hertz), frames, secondsAFrame: hop / sampleRate };
}

/** Triangles that overlap by half, each at least one bin wide. */
function triangles(size: number, sampleRate: number): readonly Band[] {
  const top = Math.min(HIGHEST_HERTZ, sampleRate * 0.45);
  const count = Math.floor(Math.log2(top / LOWEST_HERTZ) * BANDS_AN_OCTAVE);
  const binOf = (place: number): number =>
    (LOWEST_HERTZ * 2 ** (place / BANDS_AN_OCTAVE) * size) / sampleRate;
  const bands: Band[] = [];
  for (let place = 1; place < count; place += 1) {
    const [low, middle, high] = [binOf(place - 1), binOf(place), binOf(place + 1)];
    const reach = Math.max(1, high - middle);
    const down = Math.max(1, middle - low);
    const from = Math.max(1, Math.ceil(middle - down));
    const until = Math.min(size / 2 - 1, Math.floor(middle + reach));
    const weights = Float64Array.from({ length: Math.max(0, until - from + 1) }, (_, at) => {
      const off = from + at - middle;
      return Math.max(0, 1 - Math.abs(off) / (off < 0 ? down : reach));
    });
    if (weights.length > 0) bands.push({ hertz: (middle * sampleRate) / size, from, weights });
  }
  return bands;
}

function windowOf(size: number): Float64Array {
  return Float64Array.from(
    { length: size },
    (_, at) => (0.5 - 0.5 * Math.cos((2 * Math.PI * at) / size)) * (2 / size),
  );
}

function weighed({ from, weights }: Band, loud: Float64Array): number {
  let sum = 0;
  for (let at = 0; at < weights.length; at += 1) sum += (loud[from + at] ?? 0) * (weights[at] ?? 0);
  return sum;
}
