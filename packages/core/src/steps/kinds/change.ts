import { listed } from '../../wording';
import { secondsAt } from '../../change';
import { secondsOfDrill } from '../../events';
import type { StruckBar } from '../../timeline';
import type { Drill } from '../drills';
import { rungsTo } from '../ladder';
import { toPlayedBar } from '../practice-bar';
import { createStep, type Goal, type Step } from '../step';
import { climbingOf } from '../climbing';
import { called, inWords } from '../step-words';
import { drillRate, tempoLimit } from '../tempo-limit';
import type { Workpiece } from '../workpiece';
import type { Kind, PlayedStep } from './kind';

const GOAL: Goal = { cleanInRow: 3, days: 1, words: '3 clean in a row' };
const DRILL_BARS = 4;
const DRILL_BEATS = 4;
const ROUNDING = 1e-9;

/** Makes the drill of a change, both ways; `gripSteps` are the steps that teach its grips. */
export function makeChange(drill: Drill, work: Workpiece, needs: readonly string[]): Step {
  const { change, neededSeconds, names } = drill;
  const needed = Math.ceil(drillRate(neededSeconds) - ROUNDING);
  const asked = { seconds: 60 / drillRate(change.seconds), windowBeats: 1 };
  const { startBpm } = tempoLimit({ bpmGoal: needed, changes: [asked], constants: work.constants });
  return createStep('change', work, {
    about: { name: `Change ${listed(names.map((name) => called(work, name)))}`, isWord: true },
    atoms: names,
    needs,
    goal: GOAL,
    rungs: rungsTo(needed, startBpm, climbingOf(work).rungRatio),
    minutes: minutesOf(drill, work),
    why: whyOf(work, drill),
    limit: { limitBpm: drillRate(change.seconds), change },
  });
}

function whyOf(work: Workpiece, { change, neededSeconds, isFirstBarre }: Drill): string {
  const { goalBpm } = work;
  const window = secondsAt(change.windowBeats, goalBpm);
  const takes = `${inWords(change, work)}; there are ${window.toFixed(2)} s for it at ${goalBpm} bpm.`;
  const barre = isFirstBarre ? ' It is the first full barre: give it days.' : '';
  if (window >= neededSeconds) return takes + barre;
  return `${takes}${barre} A drill brings it to ${neededSeconds.toFixed(2)} s; the rest comes inside the song, with a barer layer, an easier grip, or a stroke on open strings.`;
}

/** The minutes from the time a change takes now to the time that is needed. */
function minutesOf({ change, neededSeconds }: Drill, { constants, pace }: Workpiece): number {
  const folds = Math.log(Math.max(1, change.seconds / neededSeconds));
  return (constants.drillMinutes + constants.drillFoldMinutes * folds) * pace;
}

/** The two grips in turn, one strum each. */
function play({ atoms: [a = '-', b = '-'] }: PlayedStep, work: Workpiece): readonly StruckBar[] {
  const chords = Array.from({ length: DRILL_BEATS }, (_, beat) => ({
    chord: beat % 2 === 0 ? a : b,
    beat: beat + 1,
    beats: 1,
  }));
  return Array.from({ length: DRILL_BARS }, (_, index) =>
    toPlayedBar({ number: index + 1, beats: DRILL_BEATS, chords }, work),
  );
}

/** A change is owned when it was shown as quickly as the drill asks. */
function isOwned({ limit, rungs }: Step): boolean {
  const needed = rungs.at(-1) ?? Infinity;
  return limit?.change?.isShown === true && (limit.limitBpm ?? 0) >= needed - ROUNDING;
}

/** A change of grips, drilled by itself. */
export const change: Kind = {
  goal: GOAL,
  subject: 'hands',
  rank: 3,
  rungUnit: 'changes a minute',
  scene: 'grips',
  cleanWord: 'clean',
  learns: 'change',
  drill: 'changes',
  hasFrets: true,
  hasHeadroom: true,
  play,
  isOwned,
  prove: ([from, to], rate) =>
    from === undefined || to === undefined || rate <= 0
      ? {}
      : { changes: [{ from, to, seconds: secondsOfDrill(rate), atMost: true }] },
};
