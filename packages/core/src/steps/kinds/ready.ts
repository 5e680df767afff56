import { formatTuning, STANDARD_TUNING, type Tuning } from '../../pitch';
import { effectWords } from '../../sound';
import { createStep, type Goal, type Step } from '../step';
import type { Workpiece } from '../workpiece';
import { playNothing, type Kind } from './kind';

const GOAL: Goal = { cleanInRow: 1, days: 1, words: 'every string in tune' };

/** Makes the step that comes first of all: a guitar that is tuned and has its capo on. */
export function makeReady(work: Workpiece): Step {
  const { capo, tuning, sound, constants } = work;
  const through = sound.length === 0 ? '' : ` The sound goes through ${effectWords(sound)}.`;
  return createStep('ready', work, {
    about: {
      name: `${tuningWords(tuning)}, ${capo === 0 ? 'no capo' : `capo ${capo}`}`,
      isWord: true,
    },
    atoms: [],
    needs: [],
    rungs: [],
    goal: GOAL,
    minutes: constants.readyMinutes,
    why: `Fret numbers mean something only on a guitar that is tuned and has its capo on.${through}`,
  });
}

function tuningWords(tuning: Tuning): string {
  if (tuning.join() === STANDARD_TUNING.join()) return 'Tune';
  const notes = formatTuning(tuning).replaceAll('#', '♯').replaceAll('b', '♭');
  return `Tune to ${notes}`;
}

/** Getting ready: tuning, capo, sound. */
export const ready: Kind = {
  goal: GOAL,
  subject: 'frame',
  rank: 0,
  rungUnit: 'bpm',
  scene: 'frame',
  cleanWord: 'done',
  play: playNothing,
};
