import { readFileSync, statSync, writeFileSync } from 'node:fs';
import wavefile from 'wavefile';
import { workError, type WorkError } from './verb';

/** The rate all sound is written at. */
export const SAMPLE_RATE = 44_100;
const LOUDEST = 32_767;
/** More than half an hour in stereo is no take. */
const LARGEST_BYTES = 400_000_000;
const LOWEST_RATE = 4000;
const HIGHEST_RATE = 400_000;

/** Sound as one channel, from −1 to 1. */
export interface Sound {
  readonly samples: Float32Array<ArrayBuffer>;
  readonly sampleRate: number;
}

function mixed(channels: readonly Float32Array[]): Float32Array<ArrayBuffer> {
  const [first = new Float32Array(0)] = channels;
  return Float32Array.from(first, (_, at) => {
    const sum = channels.reduce((all, one) => all + (one[at] ?? 0), 0) / channels.length;
    return Number.isFinite(sum) ? sum : 0;
  });
}

function soundOf(bytes: Uint8Array): Sound | undefined {
  const file = new wavefile.WaveFile(bytes);
  const { sampleRate, numChannels } = file.fmt as { sampleRate: number; numChannels: number };
  if (!(sampleRate >= LOWEST_RATE && sampleRate <= HIGHEST_RATE) || numChannels < 1)
    return undefined;
  file.toBitDepth('32f');
  const read = file.getSamples(false, Float32Array) as unknown as Float32Array | Float32Array[];
  return { samples: mixed(Array.isArray(read) ? read : [read]), sampleRate };
}

/** Reads a WAV file of any usual kind, all its channels as one; or tells why it cannot be read. */
export function readWav(path: string): Sound | WorkError {
  try {
    if (statSync(path).size > LARGEST_BYTES)
      return workError('size', 'The file is larger than 400 MB; cut it to one take.', 'wav');
    const bytes = readFileSync(path);
    try {
      const sound = soundOf(bytes);
      if (sound) return sound;
    } catch {
      // What the library says of a file that is none helps nobody.
    }
    return workError(
      'wav',
      'This is not a WAV file that can be read; save it as 16-bit WAV.',
      'wav',
    );
  } catch (error) {
    return workError('path', `The file cannot be read: ${String(error)}`, 'wav');
  }
}

/** Writes sound as a WAV file of 44.1 kHz, 16 bit, one channel; or tells why it cannot be written. */
export function writeWav(path: string, sound: Float32Array): WorkError | undefined {
  try {
    const wav = new wavefile.WaveFile();
    wav.fromScratch(
      ...([1, SAMPLE_RATE, '16'] as const),
      Int16Array.from(sound, (one) => Math.round(one * LOUDEST)),
    );
    writeFileSync(path, wav.toBuffer());
    return undefined;
  } catch (error) {
    return workError('path', `The file cannot be written: ${String(error)}`, 'wav');
  }
}
