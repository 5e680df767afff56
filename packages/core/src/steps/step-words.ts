import { chordLabel, transposeChordName } from '../chord';
import { rungsTo } from './ladder';
import { GOALS, type Step, type StepKind } from './step';
import { tempoLimit } from './tempo-limit';
import type { TimedSongChange, WindowedChange, Workpiece } from './workpiece';

/** Makes a step; its id comes from what it practises, and the layer where it has one. */
export function createStep(kind: StepKind, step: Omit<Step, 'id' | 'kind' | 'goal'>): Step {
  const layer = step.layer === undefined ? [] : [step.layer];
  return { ...step, kind, id: stepId(kind, [...step.atoms, ...layer]), goal: GOALS[kind] };
}

/** The id of a step that practises some atoms, perhaps in a layer. */
export function stepId(kind: StepKind, atoms: readonly string[]): string {
  return [kind, ...atoms].join(':');
}

/** A chord as whoever reads the steps calls it: by its shape, or by what sounds. */
export function called({ names, capo }: Workpiece, name: string): string {
  return chordLabel(names === 'sounding' ? transposeChordName(name, capo) : name);
}

/** How long a change takes, in words. */
export function inWords(change: TimedSongChange, work: Workpiece): string {
  return `${called(work, change.from)} → ${called(work, change.to)} takes about ${change.seconds.toFixed(2)} s`;
}

function beatWords(beats: number): string {
  if (beats === 0.5) return 'half a beat';
  if (beats === 1) return 'one beat';
  return `${Number(beats.toFixed(2))} beats`;
}

/** Changes that leave no time at all cannot be played as written; they are told, and do not divide by nothing. */
const LEAST_WINDOW_BEATS = 0.05;

/** The ladder that some changes allow, and why it starts where it does. */
export function ladderFor(
  work: Workpiece,
  changes: readonly WindowedChange[],
): Pick<Step, 'rungs' | 'why'> & { readonly needsBarerLayer: boolean } {
  const timed = changes.map(({ seconds, windowBeats }) => ({
    seconds,
    windowBeats: Math.max(LEAST_WINDOW_BEATS, windowBeats),
  }));
  const limit = tempoLimit({ bpmGoal: work.goalBpm, changes: timed });
  const rungs = rungsTo(work.goalBpm, limit.startBpm);
  const { needsBarerLayer } = limit;
  const slow = limit.because.kind === 'change' ? changes[limit.because.index] : undefined;
  if (!slow || limit.limitBpm === null) {
    return { rungs, why: 'No change holds the tempo back.', needsBarerLayer };
  }
  const fastest = Math.floor(limit.limitBpm);
  const barer = needsBarerLayer ? ' The barer layer comes first, until it is quicker.' : '';
  const why = `${inWords(slow, work)}; ${beatWords(slow.windowBeats)} for it allows ${fastest} bpm.${barer}`;
  return { rungs, why, needsBarerLayer };
}
