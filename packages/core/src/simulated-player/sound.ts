import { Guitar, guideEvents, type GuideScore } from '../guide';
import type { HeardStroke } from '../player';
import { seconds } from '../units';
import type { SimulatedTake } from './simulated-player';

/** The last chord rings on so long. */
const TAIL_S = 2;
const PIECE = 8192;

/**
 * Renders what somebody played who is not there, on the guide guitar, from −1 to 1; the last chord rings on
 * for two seconds. `seed` makes no two takes sound quite alike.
 *
 * @example
 * renderSimulated(songScore(EMPTY_SONG), playSimulated([], STEADY_PLAYER, 1), { sampleRate: 100, seed: 1 }).length // 200
 */
export function renderSimulated(
  score: GuideScore,
  take: SimulatedTake,
  { sampleRate, seed }: { readonly sampleRate: number; readonly seed: number },
): Float32Array<ArrayBuffer> {
  const strokes = playedStrokes(score.strokes, take);
  const guitar = new Guitar(sampleRate, seed);
  guitar.put(guideEvents(strokes, score.setup, { slower: 1 }));
  const lastS = strokes.at(-1)?.atS ?? 0;
  const out = new Float32Array(Math.round((lastS + TAIL_S) * sampleRate));
  for (let at = 0; at < out.length; at += PIECE) guitar.take(out.subarray(at, at + PIECE));
  return out;
}

/** The strokes as they were played: at their own moments, without those left out, with those too many. */
function playedStrokes(
  strokes: readonly HeardStroke[],
  { playedS, extraS }: SimulatedTake,
): readonly HeardStroke[] {
  const own = strokes.flatMap((stroke, at) => {
    const atS = playedS[at];
    return atS === null || atS === undefined ? [] : [{ ...stroke, atS: seconds(Math.max(0, atS)) }];
  });
  const extra = extraS.flatMap((atS) => {
    const near = own.findLast((one) => one.atS <= atS) ?? own[0];
    return near ? [{ ...near, atS: seconds(Math.max(0, atS)) }] : [];
  });
  return [...own, ...extra].sort((a, b) => a.atS - b.atS);
}
