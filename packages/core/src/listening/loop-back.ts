import { middleOf } from '../units';

/** How late a device hears what it plays itself. */
export interface LoopBack {
  readonly latencyS: number;
  /** It is so much more or less, as far as its own clicks tell. */
  readonly giveOrTakeS: number;
}

const FRAME_S = 0.001;
/** What is about as high as this is listened to. */
const LOUDEST_HERTZ = 3000;
/** Sound takes no longer than this through the slowest way there is. */
const LONGEST_S = 0.5;
/** A click begins where it is so loud beside its loudest moment: an echo may be louder than itself. */
const BEGINS = 0.25;
/** Beside what is heard between the clicks, one has to be so loud. */
const OVER_ROOM = 4;
const LEAST_HEARD = 6;
/** Clicks that come at more different times than this were not these. */
const MOST_SPREAD_S = 0.006;

/**
 * Measures how late a device hears its own clicks, from the times in seconds at which they were played, 0
 * being the first sample: the middle of them. Undefined where fewer than six are heard, or at times that do
 * not agree.
 *
 * @example
 * loopBackOf(new Float32Array(48000), 48000, [0, 0.6]) // undefined
 */
export function loopBackOf(
  samples: Float32Array,
  sampleRate: number,
  clicksS: readonly number[],
): LoopBack | undefined {
  const loud = loudnessOf(samples, sampleRate);
  const room = middleOf([...loud]);
  const late = clicksS.flatMap((click) => {
    const from = Math.max(0, Math.round(click / FRAME_S));
    const heard = loud.subarray(from, from + LONGEST_S / FRAME_S);
    const loudest = Math.max(0, ...heard);
    if (loudest <= OVER_ROOM * room) return [];
    return [heard.findIndex((one) => one >= BEGINS * loudest) * FRAME_S];
  });
  const latencyS = middleOf(late);
  const spreadS = middleOf(late.map((one) => Math.abs(one - latencyS)));
  if (late.length < LEAST_HEARD || spreadS > MOST_SPREAD_S) return undefined;
  return { latencyS, giveOrTakeS: Math.max(FRAME_S, spreadS) };
}

/** How loud what is about as high as a click is, a figure a millisecond: a hum says nothing of one. */
function loudnessOf(samples: Float32Array, sampleRate: number): Float64Array {
  const size = Math.max(1, Math.round(sampleRate * FRAME_S));
  const out = new Float64Array(Math.floor(samples.length / size));
  const back = Math.max(1, Math.round(sampleRate / LOUDEST_HERTZ / 2));
  for (let at = back; at < out.length * size; at += 1) {
    const step = (samples[at] ?? 0) - (samples[at - back] ?? 0);
    const frame = Math.floor(at / size);
    out[frame] = (out[frame] ?? 0) + step * step;
  }
  return out.map((one) => Math.sqrt(one / size));
}
