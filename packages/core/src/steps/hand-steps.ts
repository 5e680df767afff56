import type { Pattern } from '../rhythm';
import type { Layer } from '../song';
import { rungsTo } from './ladder';
import { GOALS, type Step } from './step';
import { stepMinutes } from './step-minutes';
import { createStep, rungRatio } from './step-words';
import { tempoLimit } from './tempo-limit';
import { barsOfPart, type Workpiece } from './workpiece';

/** Bars of one pass of the hand alone. */
export const HAND_BARS = 4;

/**
 * Counts the strokes in the densest beat of a pattern; 0 for one of rests.
 *
 * @example
 * strokesPerBeat(readPattern(parseMeter('4/4'), 'D - D U D U D U'.split(' ')).pattern) // 2
 */
export function strokesPerBeat({ meter, slotsPerBar, slots }: Pattern): number {
  const perBeat = slotsPerBar / meter.beats;
  const counts = new Map<number, number>();
  slots.forEach((slot, index) => {
    const beat = Math.floor(index / perBeat);
    if (slot.kind !== 'rest') counts.set(beat, (counts.get(beat) ?? 0) + 1);
  });
  return Math.max(0, ...counts.values());
}

/** The song's own patterns that its parts are played with in a layer, in the order they come. */
function patternsPlayed(work: Workpiece, layer: Layer): readonly (readonly [string, Pattern])[] {
  const played = new Map<string, Pattern>();
  for (const { id } of work.parts) {
    for (const { struck } of barsOfPart(work, id, layer)) {
      if (struck?.name !== undefined) played.set(struck.name, struck.pattern);
    }
  }
  return [...played];
}

function whyOf(work: Workpiece, perBeat: number): string {
  const needed = ((perBeat * work.goalBpm) / 60).toFixed(1);
  const shown = work.student.strokesPerSecond;
  const has =
    shown === undefined
      ? `a first hand is taken to have ${work.constants.strokesPerSecond}`
      : `${shown} have been shown`;
  return `It asks for ${needed} strokes a second at ${work.goalBpm} bpm; ${has}.`;
}

function handStep(work: Workpiece, name: string, pattern: Pattern): Step {
  const { goalBpm, constants, student } = work;
  const perBeat = strokesPerBeat(pattern);
  const perSecond = student.strokesPerSecond ?? constants.strokesPerSecond;
  const limit = tempoLimit({
    ...{ bpmGoal: goalBpm, changes: [], strokesPerBeat: perBeat, strokesPerSecond: perSecond },
    constants,
  });
  const rungs = rungsTo(goalBpm, limit.startBpm, rungRatio(work));
  const pass = {
    ...{ rungs, goal: GOALS.hand, passBeats: HAND_BARS * pattern.meter.beats },
    tauMinutes: constants.handMinutes * pattern.bars * work.pace,
  };
  return createStep('hand', {
    title: `Pattern ${name} on one muted chord`,
    atoms: [name],
    needs: ['ready'],
    rungs,
    minutes: stepMinutes(pass, constants),
    why: whyOf(work, perBeat),
    limit: { limitBpm: limit.limitBpm, strokes: { perBeat, perSecond } },
  });
}

/** The picking or strumming hand alone: each of the song's patterns that is played up to a layer. */
export function handSteps(work: Workpiece, goal: Layer): readonly Step[] {
  return patternsPlayed(work, goal).map(([name, pattern]) => handStep(work, name, pattern));
}
