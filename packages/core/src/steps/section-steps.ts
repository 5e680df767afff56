import { barKeys, type PlayedBar, type StruckBar } from '../form';
import { LAYERS, type Layer } from '../song';
import { barsAround } from './bar-ranges';
import { joinSteps, wholeStep } from './join-steps';
import {
  demandOf,
  layersTaught,
  minutesOver,
  needsOf,
  ownBars,
  partTitle,
  type LayeredPart,
  type Making,
} from './layered-parts';
import type { Step } from './step';
import { createStep, ladderFor, stepId } from './step-words';
import {
  barsOfPart,
  changesOfPart,
  passesOfPart,
  windowedChanges,
  type WindowedChange,
  type Workpiece,
} from './workpiece';

/** The step of a part that is nearest to a layer without being fuller. */
function stepBefore(
  { taught }: Making,
  partId: string | undefined,
  layer: Layer,
): string | undefined {
  const near = taught.findLast(
    (one) => one.part.id === partId && LAYERS.indexOf(one.layer) <= LAYERS.indexOf(layer),
  );
  return near && stepId('section', [near.part.id, near.layer]);
}

function distinctBars(bars: readonly PlayedBar[]): number {
  return new Set(bars.map((bar) => `${barKeys(bar).chords} ${barKeys(bar).durations}`)).size;
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

function sectionStep(making: Making, one: LayeredPart): Step {
  const { work, goal } = making;
  const { part, layer, after } = one;
  const { pass, fresh } = barsPractised(work, one);
  const changes = changesPractised(work, one);
  const { rungs, why, limit } = ladderFor(work, demandOf(changes, pass));
  const own = ownBars(part);
  const kind = own ? 'difference' : 'section';
  const base = stepBefore(making, part.parent, layer);
  return createStep(kind, {
    title: partTitle(work, one, goal),
    atoms: [part.id],
    layer,
    ...(own && { bars: own }),
    ...(own && base !== undefined && { base }),
    needs: [
      ...needsOf(making, barsOfPart(work, part.id, layer), { layer, changes }),
      ...(base === undefined ? [] : [base]),
      ...(after === undefined ? [] : [stepId('section', [part.id, after])]),
    ],
    ...{ rungs, why, limit },
    minutes: minutesOver(work, pass, { kind, rungs, limit, newBars: distinctBars(fresh) }),
  });
}

/**
 * The steps of the sections: each distinct one bare, the whole song bare, then the fuller layers,
 * the joins and the whole song in the layer that is the goal.
 */
export function sectionSteps(
  work: Workpiece,
  goal: Layer,
  hands: readonly Step[],
): readonly Step[] {
  const taught = work.parts.flatMap((part) => {
    const layers = layersTaught(work, part, goal);
    return layers.map((layer, index) => ({ part, layer, after: layers[index - 1] }));
  });
  const making = { work, goal, hands, taught };
  const stepsAt = (layer: Layer): readonly Step[] =>
    taught.filter((one) => one.layer === layer).map((one) => sectionStep(making, one));
  const bare = goal === 'bare' ? [] : stepsAt('bare');
  const isBarest = ({ after }: LayeredPart): boolean => after === undefined;
  const barest = taught
    .filter(isBarest)
    .map(({ part, layer }) => stepId('section', [part.id, layer]));
  const sections = [
    ...bare,
    ...(bare.length > 0 ? [wholeStep(making, 'bare', barest)] : []),
    ...LAYERS.filter((layer) => layer !== 'bare' || goal === 'bare').flatMap(stepsAt),
  ];
  const joins = joinSteps(making);
  const atGoal = sections.filter((step) => step.layer === goal || step.kind === 'whole');
  const before = [...atGoal, ...joins].map((step) => step.id);
  return [...sections, ...joins, wholeStep(making, goal, before)];
}
