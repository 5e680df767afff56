/** As near to the loudest sample as this, it was cut off. */
const CUT = 0.998;
/** Fewer samples in a row are a peak, and no cut. */
const LEAST_RUN = 3;

/**
 * Gives a sound without the corners of what was recorded too loud: the bursts these make sound like strokes.
 * The same sound where nothing was cut off.
 *
 * @example
 * unclipped(Float32Array.of(0, 0.8, 1, 1, 1, 0.8, 0))[3] > 1 // true
 */
export function unclipped(samples: Float32Array): Float32Array {
  let top = 0;
  for (const one of samples) top = Math.max(top, Math.abs(one));
  const cuts = top > 0 ? cutsIn(samples, CUT * top) : [];
  if (cuts.length === 0) return samples;
  const out = samples.slice();
  for (const [from, until] of cuts) draw(out, from, until);
  return out;
}

/** Draws what was cut off between two samples: a curve that goes on as the sound went before and after. */
function draw(out: Float32Array, from: number, until: number): void {
  const [start, end] = [from - 1, until];
  const [y0, y1] = [out[start] ?? 0, out[end] ?? 0];
  const length = end - start;
  const rises = (y0 - (out[start - 1] ?? y0)) * length;
  const falls = ((out[end + 1] ?? y1) - y1) * length;
  for (let at = from; at < until; at += 1) {
    const t = (at - start) / length;
    // A cubic through both ends with the slopes it has there (Hermite).
    const [t2, t3] = [t * t, t * t * t];
    out[at] =
      y0 * (2 * t3 - 3 * t2 + 1) +
      rises * (t3 - 2 * t2 + t) +
      y1 * (3 * t2 - 2 * t3) +
      falls * (t3 - t2);
  }
}

/** Where samples in a row were cut off on one side: from the first to the one after the last. */
function cutsIn(samples: Float32Array, level: number): readonly (readonly [number, number])[] {
  const cuts: (readonly [number, number])[] = [];
  let from = 0;
  const side = (at: number): number => {
    const one = samples[at] ?? 0;
    return Math.abs(one) >= level ? Math.sign(one) : 0;
  };
  let now = side(0);
  for (let at = 1; at < samples.length; at += 1) {
    const next = side(at);
    if (next === now) continue;
    if (now !== 0 && from > 0 && at - from >= LEAST_RUN) cuts.push([from, at]);
    [from, now] = [at, next];
  }
  return cuts;
}
