import type { Layer } from '../../song';
import type { Goal, Step } from '../step';
import type { Workpiece } from '../workpiece';
import type { Kind } from './kind';
import { makeWithOthers, playWholeSong } from './whole-song';

const GOAL: Goal = { cleanInRow: 1, days: 1, words: 'once for somebody, without a stop' };

/** Makes the last step: playing it for somebody. */
export function makePerform(work: Workpiece, layer: Layer): Step {
  return makeWithOthers(work, layer, {
    kind: 'perform',
    about: { name: 'Perform it', isWord: true },
    goal: GOAL,
    needs: ['recording'],
    why: 'Played for somebody, it shows what still needs attention.',
  });
}

/** Performing. */
export const perform: Kind = {
  goal: GOAL,
  subject: 'after',
  rank: 11,
  rungUnit: 'bpm',
  scene: 'grips',
  cleanWord: 'clean',
  isWholeSong: true,
  play: playWholeSong,
};
