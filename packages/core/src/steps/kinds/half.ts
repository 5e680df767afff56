import { stepTitle } from '../step-title';
import type { Part } from '../../form';
import { rangeWords } from '../bar-ranges';
import { demandOf, minutesOver, partName } from '../layered-parts';
import type { Goal, Step } from '../step';
import { climbMinutes } from '../step-minutes';
import { ladderFor } from '../ladder-for';
import { passesOfPart, windowedChanges, type Workpiece } from '../workpiece';
import type { Kind } from './kind';
import { passesOf } from './section';

const GOAL: Goal = { cleanInRow: 3, days: 1, words: '3 clean in a row' };

/** A section step that is learnt in two parts first. */
export interface SplitStep {
  readonly halves: readonly [Step, Step];
  /** The section itself, which now comes after both. */
  readonly whole: Step;
}

/**
 * Splits a section step after one of its bars, counted from 1: two parts are learnt first, then the
 * section as a whole, where only the crossing is new. Undefined for a step that is no whole section,
 * or where one part would be empty.
 *
 * @example
 * splitSection(workpieceOf(readChart('[A]\n| G | D |').song), makeSteps(workpieceOf(readChart('[A]\n| G | D |').song)).at(-4), 1).halves.map((half) => half.title) // ['A, bar 1', 'A, bar 2']
 */
export function splitSection(work: Workpiece, step: Step, afterBar: number): SplitStep | undefined {
  const part = work.parts.find((one) => one.id === step.atoms[0]);
  const isWholePart = step.kind === 'section' && step.atoms.length === 1;
  if (!part || !isWholePart || afterBar < 1 || afterBar >= part.bars.length) return undefined;
  const numbers = part.bars.map((_, place) => place + 1);
  const first = makeHalf(work, step, { part, bars: numbers.slice(0, afterBar) });
  const second = makeHalf(work, step, { part, bars: numbers.slice(afterBar) });
  const { joinMinutes, joinClimbMinutes, ceilingRatio } = work.constants;
  const [fromBpm = part.goalBpm] = step.rungs;
  const climb = { fromBpm, goalBpm: part.goalBpm, tauMinutes: joinClimbMinutes, ceilingRatio };
  const needs = [...step.needs, first.id, second.id];
  const minutes = (joinMinutes + climbMinutes(climb)) * work.pace;
  return { halves: [first, second], whole: { ...step, needs, minutes } };
}

function makeHalf(
  work: Workpiece,
  step: Step,
  { part, bars }: { readonly part: Part; readonly bars: readonly number[] },
): Step {
  const passes = passesOfPart(work, part.id, step.layer ?? 'full').map((pass) =>
    pass.filter((_, place) => bars.includes(place + 1)),
  );
  const [pass = []] = passes;
  const changes = passes.flatMap((one) => windowedChanges(work, one));
  const { goalBpm } = part;
  const { rungs, why, limit } = ladderFor(
    work,
    demandOf(work, { changes, bars: pass, goalBpm }),
    'new',
  );
  const { layer = 'full' } = step;
  const about = { name: `${partName(part, work.parts)}, ${rangeWords(bars)}` };
  return {
    ...step,
    kind: 'half',
    goal: GOAL,
    rungs,
    why,
    limit,
    bars,
    id: ['half', part.id, step.layer, `${bars[0]}-${bars.at(-1)}`].join(':'),
    about,
    title: stepTitle(about),
    minutes: minutesOver(work, { layer, pass, fresh: pass, changes, goal: GOAL, goalBpm, rungs }),
  };
}

/** Some bars of a section, learnt before all of it. */
export const half: Kind = {
  goal: GOAL,
  subject: 'part',
  rank: 5,
  rungUnit: 'bpm',
  scene: 'grips',
  cleanWord: 'clean',
  hasFrets: true,
  hasHeadroom: true,
  play: (step, work, layer) =>
    passesOf(step, work, layer)
      .flat()
      .filter((_, place) => step.bars?.includes(place + 1) ?? true),
};
