import type { Layer } from '../../song';
import type { Goal, Step } from '../step';
import type { Workpiece } from '../workpiece';
import type { Kind } from './kind';
import { makeWithOthers, playWholeSong } from './whole-song';

const GOAL: Goal = { cleanInRow: 1, days: 1, words: 'once sung and played, without a stop' };

/** Makes the step that sings and plays. */
export function makeSing(work: Workpiece, layer: Layer): Step {
  return makeWithOthers(work, layer, {
    kind: 'sing',
    about: { name: 'Sing and play', isWord: true },
    goal: GOAL,
    needs: ['recording'],
    isOptional: true,
    why: 'Singing takes the attention that the hands had so far.',
  });
}

/** Singing and playing. */
export const sing: Kind = {
  goal: GOAL,
  subject: 'after',
  rank: 10,
  rungUnit: 'bpm',
  scene: 'grips',
  cleanWord: 'clean',
  isWholeSong: true,
  play: playWholeSong,
};
