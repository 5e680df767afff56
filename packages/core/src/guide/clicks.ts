import type { ClickWeight } from '../timeline';

/** A click where it is heard, in seconds of the clock. */
export interface HeardClick {
  readonly atS: number;
  readonly weight: ClickWeight;
}

/** How high and how loud each click is; the more it weighs, the more of both. */
const TONES: Readonly<Record<ClickWeight, { readonly hertz: number; readonly loud: number }>> = {
  bar: { hertz: 1568, loud: 1 },
  group: { hertz: 1245, loud: 0.8 },
  beat: { hertz: 988, loud: 0.6 },
  inner: { hertz: 784, loud: 0.3 },
  off: { hertz: 659, loud: 0.3 },
};
const CLICK_S = 0.045;
const FADES = 110;

/**
 * Adds clicks to a piece of sound that begins at a moment of their clock; one that began before goes on.
 *
 * @example
 * addClicks(new Float32Array(8), [], { atS: 0, sampleRate: 8 }) // undefined
 */
export function addClicks(
  out: Float32Array,
  clicks: readonly HeardClick[],
  { atS, sampleRate }: { readonly atS: number; readonly sampleRate: number },
): void {
  const first = Math.round(atS * sampleRate);
  const length = Math.ceil(CLICK_S * sampleRate);
  for (const click of clicks) {
    const start = Math.round(click.atS * sampleRate) - first;
    const { hertz, loud } = TONES[click.weight];
    const step = (2 * Math.PI * hertz) / sampleRate;
    for (let at = Math.max(0, -start); at < length; at += 1) {
      const place = start + at;
      if (place >= out.length) break;
      // A cosine begins at its loudest: the click is where it is written.
      const sound = Math.cos(step * at) * Math.exp((-FADES * at) / sampleRate);
      out[place] = (out[place] ?? 0) + loud * 0.7 * sound;
    }
  }
}
