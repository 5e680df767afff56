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

/** What full scale is in each kind of sample; 8-bit samples lie about 128. */
const SCALES: Readonly<Record<string, { readonly middle: number; readonly full: number }>> = {
  '8': { middle: 128, full: 128 },
  '16': { middle: 0, full: 32_768 },
  '24': { middle: 0, full: 8_388_608 },
  '32': { middle: 0, full: 2_147_483_648 },
  '32f': { middle: 0, full: 1 },
  '64': { middle: 0, full: 1 },
};

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

/** All channels as one, from −1 to 1; what is no number is silence. */
function mixed(
  channels: readonly Float64Array[],
  { middle, full }: { readonly middle: number; readonly full: number },
): Float32Array<ArrayBuffer> {
  const out = new Float32Array(channels[0]?.length ?? 0);
  for (const channel of channels)
    for (let at = 0; at < out.length; at += 1) {
      const one = ((channel[at] ?? middle) - middle) / full / channels.length;
      if (Number.isFinite(one)) out[at] = (out[at] ?? 0) + one;
    }
  return out;
}

/** Samples of 16 bits of one channel, the low byte first. */
function sixteenBit({ data }: wavefile.WaveFile): Float64Array {
  const { samples } = data as { readonly samples: Uint8Array };
  const view = new DataView(samples.buffer, samples.byteOffset, samples.byteLength);
  const out = new Float64Array(Math.floor(samples.byteLength / 2));
  for (let at = 0; at < out.length; at += 1) out[at] = view.getInt16(at * 2, true);
  return out;
}

function soundOf(bytes: Uint8Array): Sound | undefined {
  const file = new wavefile.WaveFile(bytes);
  const { sampleRate, numChannels } = file.fmt as { sampleRate: number; numChannels: number };
  if (!(sampleRate >= LOWEST_RATE && sampleRate <= HIGHEST_RATE) || numChannels < 1)
    return undefined;
  // Companded kinds are spread out by the library first.
  if (file.bitDepth === '8a') file.fromALaw();
  if (file.bitDepth === '8m') file.fromMuLaw();
  if (file.bitDepth === '4') file.fromIMAADPCM();
  const scale = SCALES[file.bitDepth];
  if (!scale) return undefined;
  // The usual kind is read at once; the library unpacks sample by sample.
  if (file.bitDepth === '16' && numChannels === 1 && file.container === 'RIFF')
    return { samples: mixed([sixteenBit(file)], scale), sampleRate };
  const read = file.getSamples(false, Float64Array) as unknown as Float64Array | Float64Array[];
  return { samples: mixed(Array.isArray(read) ? read : [read], scale), sampleRate };
}
