import type { StruckBar } from '../../timeline';
import { rungsTo } from '../ladder';
import { toPlayedBar } from '../practice-bar';
import { createStep, stepId, type Goal, type Step } from '../step';
import { stepMinutes } from '../step-minutes';
import { called, inWords, rungRatio } from '../step-words';
import { drillRate, neededRate, secondsOfDrill, tempoLimit } from '../tempo-limit';
import {
  tightestChanges,
  type TimedSongChange,
  type WindowedChange,
  type Workpiece,
} from '../workpiece';
import type { Kind, Played } from './kind';

const GOAL: Goal = { cleanInRow: 3, days: 1, words: '3 clean in a row' };
const DRILL_BARS = 4;
const DRILL_BEATS = 4;
/** Changes in one pass of a drill: four bars of four. */
const DRILL_CHANGES = DRILL_BARS * DRILL_BEATS;

function windowSeconds({ goalBpm }: Workpiece, windowBeats: number): string {
  return `${((60 * windowBeats) / goalBpm).toFixed(2)} s`;
}

/** Both directions of a change are practised in one drill; the slower one sets the start. */
function makeChange(change: WindowedChange, work: Workpiece): Step {
  const { goalBpm, constants } = work;
  const { windowBeats } = change;
  const needed = neededRate({ goalBpm, windowBeats });
  const drill = { seconds: 60 / drillRate(change.seconds), windowBeats: 1 };
  const { startBpm } = tempoLimit({ bpmGoal: needed, changes: [drill], constants });
  const names = [change.from, change.to].sort();
  const rungs = rungsTo(needed, startBpm, rungRatio(work));
  const tauMinutes = constants.changeMinutes * work.pace;
  const climb = { rungs, goal: GOAL, passBeats: DRILL_CHANGES, tauMinutes };
  return createStep('change', {
    title: `Change ${names.map((name) => called(work, name)).join(' and ')}`,
    atoms: names,
    needs: names.map((name) => stepId('grip', [name])),
    ...{ rungs, goal: GOAL, minutes: stepMinutes(climb, constants) },
    why: `${inWords(change, work)}; there are ${windowSeconds(work, windowBeats)} for it at ${goalBpm} bpm, so ${needed} changes a minute are needed.`,
    limit: { limitBpm: drillRate(change.seconds), change },
  });
}

function pairOf({ from, to }: TimedSongChange): string {
  return [from, to].sort().join(' ');
}

/** Makes a drill for each pair of grips that follow each other; of the two ways it goes, the slower time and the tighter window. */
export function makeChanges(work: Workpiece): readonly Step[] {
  const drills = new Map<string, WindowedChange>();
  for (const change of tightestChanges(work)) {
    const key = pairOf(change);
    const known = drills.get(key) ?? change;
    drills.set(key, { ...known, windowBeats: Math.min(known.windowBeats, change.windowBeats) });
  }
  const inOrder = [...new Set(work.changes.map(pairOf))];
  return inOrder.flatMap((key) => {
    const drill = drills.get(key);
    return drill ? [makeChange(drill, work)] : [];
  });
}

/** The two grips in turn, one strum each. */
function play({ atoms: [a = '-', b = '-'] }: Played, work: Workpiece): readonly StruckBar[] {
  const chords = Array.from({ length: DRILL_BEATS }, (_, beat) => ({
    ...{ chord: beat % 2 === 0 ? a : b, beat: beat + 1, beats: 1 },
  }));
  return Array.from({ length: DRILL_BARS }, (_, index) =>
    toPlayedBar({ number: index + 1, beats: DRILL_BEATS, chords }, work),
  );
}

/** A change is owned when it was shown as quickly as the song needs it. */
function isOwned({ limit, rungs }: Step): boolean {
  const needed = rungs.at(-1) ?? Infinity;
  return limit?.change?.isShown === true && (limit.limitBpm ?? 0) >= needed;
}

/** A change of grips, drilled by itself. */
export const change: Kind = {
  goal: GOAL,
  ...{ matter: 'hands', rank: 3, rungUnit: 'changes a minute', scene: 'grips', cleanWord: 'clean' },
  ...{ hasFrets: true, hasHeadroom: true, countInBeats: DRILL_BEATS },
  ...{ play, isOwned },
  prove: ([from, to], rate) =>
    from === undefined || to === undefined || rate <= 0
      ? {}
      : { changes: [{ from, to, seconds: secondsOfDrill(rate) }] },
};
