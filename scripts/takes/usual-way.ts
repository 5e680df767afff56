// What is usually done: one flux over all frequencies, one threshold for all of the take. To compare with.
import { bandsOf } from '../../packages/core/src/listening';

const COMPRESSION = 1000;
const OVER_MEAN = 0.15;
const NEAR_FRAMES = 5;
const MEAN_FRAMES = 12;

/** Hears strokes by half-wave rectified log-spectral flux over a moving mean. */
export function usualOnsets(samples: Float32Array, sampleRate: number): readonly number[] {
  const { rows, frames, secondsAFrame } = bandsOf(samples, sampleRate);
  const logs = rows.map((row) => row.map((one) => Math.log1p(COMPRESSION * one)));
  const flux = Float64Array.from({ length: frames }, (_, at) =>
    logs.reduce((sum, row) => sum + Math.max(0, (row[at] ?? 0) - (row[at - 1] ?? 0)), 0),
  );
  const most = flux.reduce((top, one) => Math.max(top, one), 1e-9);
  const about = (at: number, reach: number): Float64Array =>
    flux.subarray(Math.max(0, at - reach), at + reach + 1);
  return Array.from(flux.keys()).flatMap((at) => {
    const own = flux[at] ?? 0;
    const near = about(at, MEAN_FRAMES);
    const mean = near.reduce((sum, one) => sum + one, 0) / near.length;
    const isPeak = own > 0 && own === Math.max(...about(at, NEAR_FRAMES));
    return isPeak && own > mean + OVER_MEAN * most ? [at * secondsAFrame] : [];
  });
}
