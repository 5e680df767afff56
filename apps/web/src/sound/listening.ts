import type { GuideScore } from '@harvu/core/guide';
import { renderScore } from '@harvu/core/guide';
import { onsetsIn } from '@harvu/core/listening';
import { renderStandIn, type StandInTake } from '@harvu/core/stand-in';
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

/** What a worker does with sound: hears strokes in it, plays as somebody would, puts a take beside the guide. */
export const listening = {
  onsets: (samples: Float32Array, sampleRate: number): readonly number[] =>
    onsetsIn(samples, sampleRate),

  measures: (
    strokes: readonly ExpectedTime[],
    heardS: readonly number[],
    how: HeardHow,
  ): TakeMeasures => measuresOf(strokes, heardS, how),

  standIn: (score: GuideScore, take: StandInTake, sampleRate: number): Float32Array<ArrayBuffer> =>
    renderStandIn(score, take, { sampleRate, seed: 1 }),

  /** A WAV file: the take on the left, the guide on the right, both from the first bar. */
  besideGuide({ samples, sampleRate, beginsS, score, slower }: BesideGuide): Uint8Array {
    const guide = renderScore(score, { slower, sampleRate, hasClick: false });
    const from = Math.round(beginsS * sampleRate);
    let top = 0;
    for (const one of samples) top = Math.max(top, Math.abs(one));
    const mine = atRate(samples, {
      ...{ from, until: from + guide.length },
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
