import { PitchDetector } from 'pitchy';

/** A note that is heard. */
export interface HeardPitch {
  readonly hertz: number;
  /** The nearest note of the keyboard, 69 is A at 440 hertz. */
  readonly midi: number;
  /** How far above that note it is, −50 to 50 hundredths of a semitone. */
  readonly cents: number;
  /** From 0 to 1, how much of a single note it is. */
  readonly clarity: number;
}

const A4_HERTZ = 440;
const A4_MIDI = 69;
/** Less clear than this, it is noise, or several notes. */
const LEAST_CLARITY = 0.9;
/** Softer than this, it is the room. */
const LEAST_POWER = 0.003;
const LOWEST_HERTZ = 35;
const HIGHEST_HERTZ = 1500;

const detectors = new Map<number, PitchDetector<Float32Array<ArrayBuffer>>>();

/**
 * Hears which single note some samples sound (McLeod's pitch method, by a library); undefined for silence,
 * noise, chords, and for less than a few rounds of the lowest string.
 *
 * @example
 * heardPitch(Float32Array.from({ length: 4096 }, (_, at) => Math.sin((2 * Math.PI * 110 * at) / 44100)), 44100).midi // 45
 */
export function heardPitch(
  samples: Float32Array<ArrayBuffer>,
  sampleRate: number,
): HeardPitch | undefined {
  const power = Math.sqrt(samples.reduce((sum, one) => sum + one * one, 0) / samples.length);
  if (!(power > LEAST_POWER)) return undefined;
  const [hertz, clarity] = detectorOf(samples.length).findPitch(samples, sampleRate);
  if (clarity < LEAST_CLARITY || hertz < LOWEST_HERTZ || hertz > HIGHEST_HERTZ) return undefined;
  const exact = A4_MIDI + 12 * Math.log2(hertz / A4_HERTZ);
  const midi = Math.round(exact);
  return { hertz, midi, cents: (exact - midi) * 100, clarity };
}

function detectorOf(size: number): PitchDetector<Float32Array<ArrayBuffer>> {
  const known = detectors.get(size) ?? PitchDetector.forFloat32Array(size);
  detectors.set(size, known);
  return known;
}
