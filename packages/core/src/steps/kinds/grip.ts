import { formatGrip } from '../../fretboard';
import type { SongGrip } from '../../player';
import { toPlayedBar } from '../practice-bar';
import { createStep, type Goal, type Step } from '../step';
import { called } from '../step-words';
import type { Workpiece } from '../workpiece';
import type { Kind } from './kind';

const GOAL: Goal = { cleanInRow: 5, days: 1, words: 'rings clean 5 of 5' };

function makeGrip(grip: SongGrip, work: Workpiece): Step {
  return createStep('grip', {
    title: `Grip ${called(work, grip.name)}`,
    ...{ atoms: [grip.name], needs: ['ready'], rungs: [], goal: GOAL },
    minutes: work.constants.gripMinutes * work.pace,
    why: 'Every string that is struck rings, five times in a row.',
  });
}

/** Makes a step for each grip of a song, in the order they come. */
export function makeGrips(work: Workpiece): readonly Step[] {
  return work.grips.map((grip) => makeGrip(grip, work));
}

function isOwned({ atoms: [name = ''] }: Step, { grips, student }: Workpiece): boolean {
  const grip = grips.find((one) => one.name === name);
  const withShape = grip && `${name} ${formatGrip(grip.grip)}`;
  return student.ownedGrips.some((one) => one === name || one === withShape);
}

/** A grip: held, and every struck string rings. */
export const grip: Kind = {
  goal: GOAL,
  ...{ matter: 'hands', rank: 2, rungUnit: 'bpm', scene: 'grips', cleanWord: 'ringing' },
  hasFrets: true,
  canMerge: true,
  isOwned,
  play: ({ atoms }, work) =>
    atoms.map((chord, index) => {
      const beats = work.meterBeats;
      const chords = [{ chord, beat: 1, beats }];
      return toPlayedBar({ number: index + 1, beats, chords }, work);
    }),
  prove: ([name = ''], _held, { grips }) => ({
    ownedGrips: grips.flatMap((one) =>
      one.name === name ? [`${name} ${formatGrip(one.grip)}`] : [],
    ),
  }),
};
