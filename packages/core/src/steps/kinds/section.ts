import type { Layer } from '../../song';
import type { StruckBar } from '../../timeline';
import { barsAround } from '../bar-ranges';
import {
  aboutPart,
  demandOf,
  minutesOver,
  needsOf,
  ownBars,
  type LayeredPart,
  type StepSetup,
} from '../layered-parts';
import { createStep, type Goal, type Step } from '../step';
import { stepTitle } from '../step-title';
import { ladderFor } from '../ladder-for';
import {
  barsOfPart,
  changesOfPart,
  passesOfPart,
  windowedChanges,
  type WindowedChange,
  type Workpiece,
} from '../workpiece';
import type { Kind, PlayedStep } from './kind';
import { stepId } from '../../step-id';

const GOAL: Goal = { cleanInRow: 3, days: 1, words: '3 clean in a row' };

/** Makes the step of a part in a layer: of all of it, or only of what its parent has not. */
export function makeSection(making: StepSetup, one: LayeredPart): Step {
  const { goal, workFor, stepFor } = making;
  const { part, layer, after, covers } = one;
  const work = workFor(part, layer);
  const { pass, fresh } = barsPractised(work, one);
  const changes = changesPractised(work, one);
  const { goalBpm } = part;
  const known = after === undefined ? 'new' : 'in a barer layer';
  const { rungs, why, limit } = ladderFor(
    work,
    demandOf(work, { changes, bars: pass, goalBpm }),
    known,
  );
  const own = ownBars(part);
  const base = part.parent === undefined ? undefined : stepFor(part.parent, layer);
  const needs = [
    ...needsOf(making, barsOfPart(work, part.id, layer), layer),
    ...(base === undefined ? [] : [base]),
    ...(after === undefined ? [] : [after]),
  ];
  return createStep(own ? 'difference' : 'section', work, {
    about: aboutPart(work, one, goal),
    atoms: [part.id],
    layer,
    goal: GOAL,
    ...(own && { bars: own }),
    ...(own && base !== undefined && { base }),
    ...(covers.length > 0 && { covers }),
    needs: [...new Set(needs)].filter((id) => id !== stepId('section', [part.id, layer])),
    rungs,
    why,
    limit,
    minutes: minutesOver(work, { layer, pass, fresh, changes, goal: GOAL, goalBpm, rungs }),
  });
}

/** One pass is enough to learn a repeated section. */
export function passesOf(
  { atoms }: PlayedStep,
  work: Workpiece,
  layer: Layer,
): readonly (readonly StruckBar[])[] {
  return atoms.map((partId) => passesOfPart(work, partId, layer)[0] ?? []);
}

/** The bars of one pass through what a section step practises, and those that are new in it. */
function barsPractised(
  work: Workpiece,
  { part, layer }: LayeredPart,
): { readonly pass: readonly StruckBar[]; readonly fresh: readonly StruckBar[] } {
  const [first = []] = passesOfPart(work, part.id, layer);
  const own = ownBars(part);
  if (!own) return { pass: first, fresh: first };
  const pass = barsAround(own, first.length).flatMap(({ from, to }) => first.slice(from - 1, to));
  return { pass, fresh: first.filter((_, place) => own.includes(place + 1)) };
}

/** The changes of a section step: all of the part's, or those in and around its own bars. */
function changesPractised(
  work: Workpiece,
  { part, layer }: LayeredPart,
): readonly WindowedChange[] {
  const own = ownBars(part);
  if (!own) return changesOfPart(work, part.id, layer);
  return passesOfPart(work, part.id, layer).flatMap((pass) =>
    barsAround(own, pass.length).flatMap(({ from, to }) =>
      windowedChanges(work, pass.slice(from - 1, to)),
    ),
  );
}

/** What is a section's and a difference's alike. */
const ALIKE: Omit<Kind, 'play'> = {
  goal: GOAL,
  subject: 'part',
  rank: 5,
  rungUnit: 'bpm',
  scene: 'grips',
  cleanWord: 'clean',
  hasFrets: true,
  holdsPart: true,
  hasHeadroom: true,
};

/** A section in a layer. */
export const section: Kind = {
  ...ALIKE,
  canSplit: true,
  merged: (a, b) => ({ name: `${stepTitle(a.about)} with ${stepTitle(b.about)}`, isMany: true }),
  play: (step, work, layer) => passesOf(step, work, layer).flat(),
};

/** What a section has that the one it derives from has not, with a bar on either side to get in and out. */
export const difference: Kind = {
  ...ALIKE,
  play: (step, work, layer) =>
    passesOf(step, work, layer).flatMap((bars) =>
      barsAround(step.bars ?? [], bars.length).flatMap(({ from, to }) => bars.slice(from - 1, to)),
    ),
};
