import type { Layer } from '../../song';
import type { Goal, Step } from '../step';
import type { Workpiece } from '../workpiece';
import type { Kind } from './kind';
import { makeWithOthers, playWholeSong } from './whole-song';
import { stepId } from '../../step-id';

const GOAL: Goal = { cleanInRow: 1, days: 1, words: 'once with the recording, without a stop' };

/** Makes the step that plays along with the recording. */
export function makeRecording(work: Workpiece, layer: Layer): Step {
  return makeWithOthers(work, layer, {
    kind: 'recording',
    about: { name: 'With the recording', isWord: true },
    goal: GOAL,
    needs: [stepId('whole', [layer])],
    why: 'The recording does not wait: its tempo is the goal.',
  });
}

/** With the recording. */
export const recording: Kind = {
  goal: GOAL,
  subject: 'after',
  rank: 9,
  rungUnit: 'bpm',
  scene: 'grips',
  cleanWord: 'clean',
  isWholeSong: true,
  play: playWholeSong,
};
