import {
  changesOf,
  chordRow,
  layStrokes,
  type Part,
  type PlayedBar,
  type StruckBar,
} from '../form';
import { soundsChord } from '../rhythm';
import { LAYERS, type Layer } from '../song';
import type { Step } from './step';
import { createStep, ladderFor, stepId } from './step-words';
import { barsOfPart, changesOfPart, windowedChanges, type Workpiece } from './workpiece';

/** A part in one of the layers it is taught in. */
interface LayeredPart {
  readonly part: Part;
  readonly layer: Layer;
  /** The barer layer that comes before; undefined for the barest. */
  readonly after: Layer | undefined;
}

function strokesKey(bars: readonly StruckBar[]): string {
  return layStrokes(bars)
    .flat()
    .map(({ beat, what }) => `${beat}${soundsChord(what) ? '' : 'x'}`)
    .join(' ');
}

/**
 * The layers a part is taught in, barest first: those whose strokes differ from the goal's, where
 * there is a change to be learnt; the pulse only where the goal could not be started at half its tempo.
 */
function layersTaught(work: Workpiece, part: Part, goal: Layer): readonly Layer[] {
  const strokes = (layer: Layer): string => strokesKey(barsOfPart(work, part.id, layer));
  const full = strokes(goal);
  const seen = new Set([full]);
  const changes = changesOfPart(work, part.id, goal);
  if (changes.length === 0) return [goal];
  const needsPulse = ladderFor(work, changes).needsBarerLayer;
  const barer = LAYERS.slice(0, LAYERS.indexOf(goal)).filter((layer) => {
    if (layer === 'pulse' && !needsPulse) return false;
    const key = strokes(layer);
    return !seen.has(key) && seen.add(key);
  });
  return [...barer, goal];
}

/** The grip and change steps some bars are made of. */
function needsOf(bars: readonly PlayedBar[], before: readonly Step[]): readonly string[] {
  const chords = new Set(chordRow(bars));
  const changes = new Set(changesOf(bars).map(({ from, to }) => [from, to].sort().join(' ')));
  return before
    .filter(({ kind, atoms }) =>
      kind === 'grip' ? chords.has(atoms[0] ?? '') : changes.has(atoms.join(' ')),
    )
    .map((step) => step.id);
}

function partTitle({ part, layer }: LayeredPart, goal: Layer): string {
  const title = `${part.letter} ${part.name}${layer === goal ? '' : `, ${layer}`}`;
  if (part.parent === undefined || part.newBars.length === 0) return title;
  const bars = part.newBars.length === 1 ? 'bar' : 'bars';
  return `${title}: ${bars} ${part.newBars.join(', ')} new`;
}

interface Making {
  readonly work: Workpiece;
  readonly goal: Layer;
  /** The grip and change steps. */
  readonly hands: readonly Step[];
  readonly taught: readonly LayeredPart[];
}

/** The step of a part that is nearest to a layer without being fuller. */
function stepBefore(
  { taught }: Making,
  partId: string | undefined,
  layer: Layer,
): readonly string[] {
  const near = taught.findLast(
    (one) => one.part.id === partId && LAYERS.indexOf(one.layer) <= LAYERS.indexOf(layer),
  );
  return near ? [stepId('section', [near.part.id, near.layer])] : [];
}

function sectionStep(making: Making, one: LayeredPart): Step {
  const { work, goal, hands } = making;
  const { part, layer, after } = one;
  const { rungs, why } = ladderFor(work, changesOfPart(work, part.id, layer));
  return createStep('section', {
    title: partTitle(one, goal),
    atoms: [part.id],
    layer,
    needs: [
      ...needsOf(barsOfPart(work, part.id, layer), hands),
      ...stepBefore(making, part.parent, layer),
      ...(after === undefined ? [] : [stepId('section', [part.id, after])]),
    ],
    rungs,
    why,
  });
}

/** Distinct pairs of different parts that follow each other. */
function joinsOf(work: Workpiece): readonly (readonly [Part, Part])[] {
  const joins = new Map<string, readonly [Part, Part]>();
  work.playing.occurrences.slice(1).forEach((next, index) => {
    const from = work.playing.occurrences[index]?.part;
    if (from && from.id !== next.part.id)
      joins.set(`${from.id} ${next.part.id}`, [from, next.part]);
  });
  return [...joins.values()];
}

function joinStep({ work, goal, hands }: Making, [from, to]: readonly [Part, Part]): Step {
  const bars = [
    ...barsOfPart(work, from.id, goal).slice(-2),
    ...barsOfPart(work, to.id, goal).slice(0, 2),
  ];
  const { rungs, why } = ladderFor(work, windowedChanges(work, bars));
  return createStep('join', {
    title: `Join ${from.letter} → ${to.letter}: two bars into two`,
    atoms: [from.id, to.id],
    layer: goal,
    needs: [
      stepId('section', [from.id, goal]),
      stepId('section', [to.id, goal]),
      ...needsOf(bars, hands),
    ],
    rungs,
    why,
  });
}

function wholeStep({ work, goal }: Making, layer: Layer, needs: readonly Step[]): Step {
  const changes = work.parts.flatMap((part) => changesOfPart(work, part.id, layer));
  const { rungs, why } = ladderFor(work, changes);
  return createStep('whole', {
    title: layer === goal ? 'Whole song' : `Whole song, ${layer}`,
    atoms: [],
    layer,
    needs: needs.map((step) => step.id),
    rungs,
    why,
  });
}

/** A derived part may be played before its parent; it is taught after it. */
function inOrder(steps: readonly Step[]): readonly Step[] {
  const own = new Set(steps.map((step) => step.id));
  const done = new Set(steps.flatMap((step) => step.needs).filter((id) => !own.has(id)));
  const left = [...steps];
  const ordered: Step[] = [];
  while (left.length > 0) {
    const ready = left.findIndex((step) => step.needs.every((id) => done.has(id)));
    const [next] = left.splice(Math.max(0, ready), 1);
    if (!next) break;
    done.add(next.id);
    ordered.push(next);
  }
  return ordered;
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
  const wholeBare = taught.filter(isBarest).map((one) => sectionStep(making, one));
  const sections = inOrder([
    ...bare,
    ...(bare.length > 0 ? [wholeStep(making, 'bare', wholeBare)] : []),
    ...LAYERS.filter((layer) => layer !== 'bare' || goal === 'bare').flatMap(stepsAt),
  ]);
  const joins = joinsOf(work).map((join) => joinStep(making, join));
  const atGoal = sections.filter((step) => step.layer === goal || step.kind === 'whole');
  return [...sections, ...joins, wholeStep(making, goal, [...atGoal, ...joins])];
}
