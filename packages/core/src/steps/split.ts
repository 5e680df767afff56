import type { Part } from '../form';
import { rangeWords } from './bar-ranges';
import { demandOf, minutesOver } from './layered-parts';
import { GOALS, type Step } from './step';
import { ladderFor } from './step-words';
import { passesOfPart, windowedChanges, type Workpiece } from './workpiece';

/** A section step that is learnt in two parts first. */
export interface SplitStep {
  readonly halves: readonly [Step, Step];
  /** The section itself, which now comes after both. */
  readonly whole: Step;
}

function halfOf(
  work: Workpiece,
  step: Step,
  { part, bars }: { readonly part: Part; readonly bars: readonly number[] },
): Step {
  const passes = passesOfPart(work, part.id, step.layer ?? 'full').map((pass) =>
    pass.filter((_, place) => bars.includes(place + 1)),
  );
  const [pass = []] = passes;
  const changes = passes.flatMap((one) => windowedChanges(work, one));
  const { rungs, why, limit } = ladderFor(work, demandOf(changes, pass));
  const made = { kind: 'half', rungs, limit, newBars: pass.length } as const;
  return {
    ...step,
    ...{ kind: 'half', goal: GOALS.half, rungs, why, limit, bars },
    id: ['half', part.id, step.layer, `${bars[0]}-${bars.at(-1)}`].join(':'),
    title: `${part.letter} ${part.name}: ${rangeWords(bars)}`,
    minutes: minutesOver(work, pass, made),
  };
}

/**
 * Splits a section step after one of its bars, counted from 1: two parts are learnt first, then the
 * section as a whole, where only the crossing is new. Undefined for a step that is no whole section,
 * or where one part would be empty.
 *
 * @example
 * splitSection(workpieceOf(readChart('[A]\n| G | D |').song), makeSteps(workpieceOf(readChart('[A]\n| G | D |').song)).at(-4), 1).halves.map((half) => half.title) // ['A A: bar 1', 'A A: bar 2']
 */
export function splitSection(work: Workpiece, step: Step, afterBar: number): SplitStep | undefined {
  const part = work.parts.find((one) => one.id === step.atoms[0]);
  const isWholePart = step.kind === 'section' && step.atoms.length === 1;
  if (!part || !isWholePart || afterBar < 1 || afterBar >= part.bars.length) return undefined;
  const numbers = part.bars.map((_, place) => place + 1);
  const first = halfOf(work, step, { part, bars: numbers.slice(0, afterBar) });
  const second = halfOf(work, step, { part, bars: numbers.slice(afterBar) });
  const { layer = 'full', limit = { limitBpm: null }, rungs } = step;
  const [pass = []] = passesOfPart(work, part.id, layer);
  const newBars = 2 * work.constants.joinShare;
  const minutes = minutesOver(work, pass, { kind: 'section', rungs, limit, newBars });
  const needs = [...step.needs, first.id, second.id];
  return { halves: [first, second], whole: { ...step, needs, minutes } };
}
