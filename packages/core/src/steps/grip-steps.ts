import { rungsTo } from './ladder';
import type { SongGrip } from './song-grips';
import { GOALS, type Step } from './step';
import { stepMinutes } from './step-minutes';
import { called, createStep, inWords, rungRatio, stepId } from './step-words';
import { drillRate, neededRate, tempoLimit } from './tempo-limit';
import {
  tightestChanges,
  type TimedSongChange,
  type WindowedChange,
  type Workpiece,
} from './workpiece';

/** Changes in one pass of a drill: four bars of four. */
const DRILL_CHANGES = 16;

function gripStep(grip: SongGrip, work: Workpiece): Step {
  return createStep('grip', {
    title: `Grip ${called(work, grip.name)}`,
    atoms: [grip.name],
    needs: ['ready'],
    rungs: [],
    minutes: work.constants.gripMinutes * work.pace,
    why: 'Every string that is struck rings, five times in a row.',
  });
}

function windowSeconds({ goalBpm }: Workpiece, windowBeats: number): string {
  return `${((60 * windowBeats) / goalBpm).toFixed(2)} s`;
}

/** Both directions of a change are practised in one drill; the slower one sets the start. */
function changeStep(change: WindowedChange, work: Workpiece): Step {
  const { goalBpm, constants } = work;
  const { windowBeats } = change;
  const goal = neededRate({ goalBpm, windowBeats });
  const drill = { seconds: 60 / drillRate(change.seconds), windowBeats: 1 };
  const { startBpm } = tempoLimit({ bpmGoal: goal, changes: [drill], constants });
  const names = [change.from, change.to].sort();
  const rungs = rungsTo(goal, startBpm, rungRatio(work));
  const tauMinutes = constants.changeMinutes * work.pace;
  const pass = { rungs, goal: GOALS.change, passBeats: DRILL_CHANGES, tauMinutes };
  return createStep('change', {
    title: `Change ${names.map((name) => called(work, name)).join(' and ')}`,
    atoms: names,
    needs: names.map((name) => stepId('grip', [name])),
    rungs,
    minutes: stepMinutes(pass, constants),
    why: `${inWords(change, work)}; there are ${windowSeconds(work, windowBeats)} for it at ${goalBpm} bpm, so ${goal} changes a minute are needed.`,
    limit: { limitBpm: drillRate(change.seconds), change },
  });
}

function pairOf({ from, to }: TimedSongChange): string {
  return [from, to].sort().join(' ');
}

/** Of the two ways a change goes, the slower time and the tighter window; in the order they first come. */
function changeSteps(work: Workpiece): readonly Step[] {
  const drills = new Map<string, WindowedChange>();
  for (const change of tightestChanges(work)) {
    const key = pairOf(change);
    const known = drills.get(key) ?? change;
    drills.set(key, { ...known, windowBeats: Math.min(known.windowBeats, change.windowBeats) });
  }
  const inOrder = [...new Set(work.changes.map(pairOf))];
  return inOrder.flatMap((key) => {
    const drill = drills.get(key);
    return drill ? [changeStep(drill, work)] : [];
  });
}

/** The steps of the fretting hand: every grip, then every change. */
export function gripSteps(work: Workpiece): readonly Step[] {
  return [...work.grips.map((grip) => gripStep(grip, work)), ...changeSteps(work)];
}
