import { chordSpans, stretchOf, type ChordSpan, type Stretch } from '../timeline';
import { kindOf, type Played } from './kinds';
import type { Workpiece } from './workpiece';

/** Once through a step: its bars, and the beats of the count-in before it. */
export interface Pass {
  readonly stretch: Stretch;
  /** Its chords, each from when it sounds. */
  readonly spans: readonly ChordSpan[];
  readonly countInBeats: number;
}

/** Nothing to be played. */
export const EMPTY_PASS: Pass = { stretch: stretchOf([]), spans: [], countInBeats: 4 };

/**
 * Gives what is played once through a step, with one bar of count-in; no bars when the song no
 * longer has what the step practises.
 *
 * @example
 * passOf({ kind: 'whole', atoms: [] }, workpieceOf(readChart('[A]\n| Em | Em |').song)).stretch.bars.length // 2
 */
export function passOf(step: Played, work: Workpiece): Pass {
  const { play, countInBeats = work.meterBeats } = kindOf(step);
  const stretch = stretchOf(play(step, work, step.layer ?? 'full'));
  return { stretch, spans: chordSpans(stretch).flat(), countInBeats };
}
