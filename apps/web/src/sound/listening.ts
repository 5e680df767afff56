import type { GuideScore } from '@harvu/core/guide';
import { renderScore } from '@harvu/core/guide';
import { loopBackOf, onsetsIn, type LoopBack } from '@harvu/core/listening';
import { renderSimulated, type SimulatedTake } from '@harvu/core/simulated-player';
import { measuresOf, type ExpectedTime, type HeardHow, type TakeMeasures } from '@harvu/core/take';
import { WaveFile } from 'wavefile';

/** A take beside the guide: its sound, and when in it the first bar begins. */
export interface BesideGuide {
  readonly samples: Float32Array<ArrayBuffer>;
  readonly sampleRate: number;
  readonly beginsS: number;
  readonly score: GuideScore;
  readonly slower: number;
}

/** What was heard in a sound. */
export interface HeardSound {
  readonly onsetsS: readonly number[];
  /** Of what is recorded too loud, some is cut off. */
  readonly isCut: boolean;
}

/** Of a sound that was recorded too loud, more than this share of samples is as loud as there is. */
const MOST_CUT = 0.002;
const AS_LOUD_AS_THERE_IS = 0.995;
/** More than twice this rate, a guitar sounds no different, and takes twice the room. */
const ENOUGH_RATE = 16_000;
const LOUDEST = 32_767;
/** What is heard again is as loud as the guide, however softly it was recorded. */
const AS_LOUD = 0.8;

function atRate(
  samples: Float32Array,
  { from, until, gain }: { from: number; until: number; gain: number },
): Int16Array {
  return Int16Array.from({ length: until - from }, (_, at) =>
    Math.round(Math.max(-1, Math.min(1, (samples[from + at] ?? 0) * gain)) * LOUDEST),
  );
}

function isCut(samples: Float32Array): boolean {
  let cut = 0;
  for (const one of samples) if (Math.abs(one) >= AS_LOUD_AS_THERE_IS) cut += 1;
  return cut > MOST_CUT * samples.length;
}

/** Half as many samples, softened first so that nothing high comes back as something low. */
function halved(samples: Float32Array): Float32Array {
  return Float32Array.from({ length: Math.floor(samples.length / 2) }, (_, at) => {
    const [a = 0, b = 0, c = 0] = [samples[2 * at - 1], samples[2 * at], samples[2 * at + 1]];
    return (a + 2 * b + c) / 4;
  });
}

/** What a worker does with sound: hears strokes in it, plays as somebody would, puts a take beside the guide. */
export const listening = {
  hear: (samples: Float32Array, sampleRate: number): HeardSound => ({
    onsetsS: onsetsIn(samples, sampleRate),
    isCut: isCut(samples),
  }),

  loopBack: (
    samples: Float32Array,
    sampleRate: number,
    clicksS: readonly number[],
  ): LoopBack | undefined => loopBackOf(samples, sampleRate, clicksS),

  measures: (
    strokes: readonly ExpectedTime[],
    heardS: readonly number[],
    how: HeardHow,
  ): TakeMeasures => measuresOf(strokes, heardS, how),

  standIn: (
    score: GuideScore,
    take: SimulatedTake,
    sampleRate: number,
  ): Float32Array<ArrayBuffer> => renderSimulated(score, take, { sampleRate, seed: 1 }),

  /** A WAV file: the take on the left, the guide on the right, both from the first bar. */
  besideGuide({ beginsS, score, slower, ...recorded }: BesideGuide): Uint8Array {
    const isFine = recorded.sampleRate > 2 * ENOUGH_RATE;
    const samples = isFine ? halved(recorded.samples) : recorded.samples;
    const sampleRate = recorded.sampleRate / (isFine ? 2 : 1);
    const from = Math.round(beginsS * sampleRate);
    // Where less was played, the guide ends soon after.
    const length = Math.max(0, samples.length - from) + sampleRate;
    const guide = renderScore(score, { slower, sampleRate, hasClick: false }).subarray(0, length);
    let top = 0;
    for (const one of samples) top = Math.max(top, Math.abs(one));
    const mine = atRate(samples, {
      from,
      until: from + guide.length,
      gain: top > 0 ? AS_LOUD / top : 1,
    });
    const wav = new WaveFile();
    wav.fromScratch(2, sampleRate, '16', [
      mine,
      atRate(guide, { from: 0, until: guide.length, gain: 1 }),
    ]);
    return wav.toBuffer();
  },
};
