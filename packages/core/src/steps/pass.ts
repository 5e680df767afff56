import type { BarRange } from '../edits';
import { chordSpans, stretchOf, type ChordSpan, type Stretch } from '../timeline';
import { bpm, type Bpm } from '../units';
import { kindOf, type PlayedStep } from './kinds';
import type { Workpiece } from './workpiece';

/** What is played once through a step. */
export interface Pass {
  readonly stretch: Stretch;
  /** Its chords, each from when it sounds. */
  readonly spans: readonly ChordSpan[];
  /** The tempo its rungs are counted in, as it is written: at a rung, every tempo of it moves alike. */
  readonly writtenBpm: Bpm;
}

/** Nothing to be played. */
export const EMPTY_PASS: Pass = { stretch: stretchOf([]), spans: [], writtenBpm: bpm(60) };

/**
 * Gives what is played once through a step; no bars when the song no longer has what the step practises.
 * The whole song is counted in the song's tempo, a part in its own, a crossing in the slower of its two.
 * Of all its bars, only some are taken where they are told, counted from 1.
 *
 * @example
 * passOf({ kind: 'whole', atoms: [] }, workpieceOf(readChart('[A]\n| Em | Em |').song)).stretch.bars.length // 2
 */
export function passOf(step: PlayedStep, work: Workpiece, only?: BarRange): Pass {
  const { play, isWholeSong } = kindOf(step);
  const all = play(step, work, step.layer ?? 'full');
  const stretch = stretchOf(only ? all.slice(only.from - 1, only.to) : all);
  const own = stretch.bars.map(({ bar }) => bar.bend.tempo);
  const writtenBpm = isWholeSong || own.length === 0 ? work.goalBpm : bpm(Math.min(...own));
  return { stretch, spans: chordSpans(stretch).flat(), writtenBpm };
}
