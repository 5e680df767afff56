import { listed } from '../../wording';
import { createStep, type Goal, type Step } from '../step';
import type { Workpiece } from '../workpiece';
import type { Kind } from './kind';
import { minutesOfRuns, playWholeSong } from './whole-song';

/** So many sections are named. */
const MOST_SAID = 12;
const GOAL: Goal = { cleanInRow: 1, days: 1, words: 'map said aloud once' };

/** Makes the step in which the song is known by ear before it is played. */
export function makeListen(work: Workpiece): Step {
  const names = listed(
    work.timeline.occurrences.map((one) => one.name),
    MOST_SAID,
  );
  return createStep('listen', work, {
    about: { name: 'Follow the map, call the sections', isWord: true },
    atoms: [],
    needs: [],
    rungs: [],
    goal: GOAL,
    minutes: minutesOfRuns(work, work.constants.listenTimes),
    why: `The song goes ${names}: once heard so, nobody gets lost in it.`,
  });
}

/** Listening, and following the map. */
export const listen: Kind = {
  goal: GOAL,
  subject: 'listening',
  rank: 1,
  rungUnit: 'bpm',
  scene: 'map',
  cleanWord: 'done',
  isWholeSong: true,
  play: (step, work) => playWholeSong(step, work, 'full'),
};
