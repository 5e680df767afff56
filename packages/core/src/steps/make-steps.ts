import { LAYERS, type Layer } from '../song';
import { kindOf } from './kinds';
import { makeChanges } from './kinds/change';
import { makeGrips } from './kinds/grip';
import { makeHands } from './kinds/hand';
import { makeJoins } from './kinds/join';
import { makeListen } from './kinds/listen';
import { makePerform } from './kinds/perform';
import { makeReady } from './kinds/ready';
import { makeRecording } from './kinds/recording';
import { makeSection } from './kinds/section';
import { makeSing } from './kinds/sing';
import { makeWhole } from './kinds/whole';
import { layersTaught, type HandsMusic, type Making } from './layered-parts';
import { withNeedsFirst } from './needs-order';
import { stepId, type Step } from './step';
import type { Workpiece } from './workpiece';

/** What steps are wished for. */
export interface StepWishes {
  /** The layer that is the goal; full by default. */
  readonly goal?: Layer;
  /** Whether the student will sing it too. */
  readonly sings?: boolean;
}

interface HandSteps {
  readonly steps: readonly Step[];
  readonly handsFor: (music: HandsMusic) => readonly string[];
}

/** The steps of grips, changes and patterns, and which of them some music waits for. */
function makeHandSteps(work: Workpiece, goal: Layer): HandSteps {
  const [grips, changes, hands] = [makeGrips(work), makeChanges(work), makeHands(work, goal)];
  const idsIn = (steps: readonly Step[], names: ReadonlySet<string>): readonly string[] =>
    steps.filter(({ atoms }) => names.has(atoms.join(' '))).map((step) => step.id);
  return {
    steps: [...grips, ...changes, ...hands],
    handsFor: ({ chords, patterns, pairs }: HandsMusic): readonly string[] => [
      ...idsIn(grips, chords),
      ...idsIn(changes, pairs),
      ...idsIn(hands, patterns),
    ],
  };
}

/**
 * The steps of the sections: each distinct one bare, the whole song bare, then the fuller layers,
 * the joins and the whole song in the layer that is the goal.
 */
function makeMusicSteps(making: Making): readonly Step[] {
  const { goal, taught } = making;
  const stepsAt = (layer: Layer): readonly Step[] =>
    taught.filter((one) => one.layer === layer).map((one) => makeSection(making, one));
  const bare = goal === 'bare' ? [] : stepsAt('bare');
  const barest = taught
    .filter(({ after }) => after === undefined)
    .map(({ part, layer }) => stepId('section', [part.id, layer]));
  const sections = [
    ...bare,
    ...(bare.length > 0 ? [makeWhole(making, 'bare', barest)] : []),
    ...LAYERS.filter((layer) => layer !== 'bare' || goal === 'bare').flatMap(stepsAt),
  ];
  const joins = makeJoins(making);
  const atGoal = sections.filter((step) => step.layer === goal || kindOf(step).matter === 'whole');
  const before = [...atGoal, ...joins].map((step) => step.id);
  return [...sections, ...joins, makeWhole(making, goal, before)];
}

/**
 * Makes the steps of a song, each after what it needs: getting ready and listening, grips, changes,
 * patterns, sections by layer, joins, the whole song, with the recording, for others; every distinct
 * part is taught once in each of its layers, up to the one that is the goal. Empty for a song that
 * plays no bar. The same song always gives the same steps.
 *
 * @example
 * makeSteps(workpieceOf(readChart('[A]\n| Em | Em |').song)).map((step) => step.id) // ['ready', 'listen', 'grip:Em', 'section:s3:full', 'whole:full', 'recording', 'perform']
 */
export function makeSteps(
  work: Workpiece,
  { goal = 'full', sings = false }: StepWishes = {},
): readonly Step[] {
  if (work.timeline.barCount === 0) return [];
  const { steps: hands, handsFor } = makeHandSteps(work, goal);
  const taught = work.parts.flatMap((part) => {
    const layers = layersTaught(work, part, goal);
    return layers.map((layer, index) => ({ part, layer, after: layers[index - 1] }));
  });
  return withNeedsFirst([
    makeReady(work),
    makeListen(work),
    ...hands,
    ...makeMusicSteps({ work, goal, handsFor, taught }),
    makeRecording(work, goal),
    ...(sings ? [makeSing(work, goal)] : []),
    makePerform(work, goal),
  ]);
}
