import type { GuideScore } from './score';
import { GuideStream } from './stream';

/** What is rendered of a score. */
export interface RenderOptions {
  readonly slower: number;
  readonly sampleRate: number;
  readonly hasClick: boolean;
}

const PIECE_S = 4;
/** The last chord rings on so long. */
const TAIL_S = 2;
const CLICK_LOUD = 0.5;

/**
 * Renders a score once through as sound, from −1 to 1, the guide with or without its click; the last chord
 * rings on for two seconds. Nothing but those for an empty score.
 *
 * @example
 * renderScore(scoreOf(stretchOf([]), [], { open: [], grips: [] }), { slower: 1, sampleRate: 100, hasClick: false }).length // 200
 */
export function renderScore(
  score: GuideScore,
  { slower, sampleRate, hasClick }: RenderOptions,
): Float32Array<ArrayBuffer> {
  const stream = new GuideStream(
    score,
    { slower, countInBars: 0, breathes: false, hasOffBeats: false, passes: 1 },
    sampleRate,
  );
  const length = Math.round(score.lastsS * slower * sampleRate);
  const out = new Float32Array(length + Math.round(TAIL_S * sampleRate));
  let at = 0;
  for (let piece = stream.next(PIECE_S); piece; piece = stream.next(PIECE_S)) {
    const { guide, click } = piece;
    for (let place = 0; place < guide.length; place += 1) {
      out[at + place] = (guide[place] ?? 0) + (hasClick ? CLICK_LOUD * (click[place] ?? 0) : 0);
    }
    at += guide.length;
  }
  stream.ringOut(out.subarray(at));
  return out.map((one) => Math.max(-1, Math.min(1, one)));
}
