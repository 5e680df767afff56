import { LAYERS, type Layer } from '../song';
import { drilledFor, drillsOf, isDrilledFor, type Drill } from './drills';
import { musicGuarantees } from './guarantees';
import { kindOf } from './kinds';
import { makeChange } from './kinds/change';
import { makeGrips } from './kinds/grip';
import { makeHands } from './kinds/hand';
import { makeJoins } from './kinds/join';
import { makeListen } from './kinds/listen';
import { makePerform } from './kinds/perform';
import { makeReady } from './kinds/ready';
import { makeRiffs } from './kinds/riff';
import { makeRecording } from './kinds/recording';
import { makeSection } from './kinds/section';
import { makeSing } from './kinds/sing';
import { makeWhole } from './kinds/whole';
import { distinctBars, taughtParts, type HandsMusic, type StepSetup } from './layered-parts';
import { withNeedsFirst } from './needs-order';
import type { Step } from './step';
import type { Workpiece } from './workpiece';

/** What steps are wished for. */
export interface StepWishes {
  /** The layer that is the goal; full by default. */
  readonly goal?: Layer;
  /** Whether the student will sing it too. */
  readonly sings?: boolean;
  /** Whether the whole song is played in the barest layer before anything fuller; it is by default. */
  readonly bareWhole?: boolean;
  /** Whether a riff is looked for by ear before it is read. */
  readonly byEar?: boolean;
  /** Whether the parts are taught in the order of the song; they are by default. */
  readonly partsInOrder?: boolean;
}

/** How many steps of a kind there may be, so that a plan stays one that can be read. */
interface Bounds {
  readonly drills: number;
  readonly joins: number;
  readonly hasPulse: boolean;
}

interface HandSteps {
  readonly steps: readonly Step[];
  readonly handsFor: (music: HandsMusic) => readonly string[];
}

/** A song of few bars has few steps; each bar more may bring a few more. */
const MOST_STEPS = 30;
const FEW_BARS = 14;
const STEPS_A_BAR = 3;
/** Ever fewer drills and joins by themselves, and no pulse in the end, until the plan can be read. */
const NARROWER: readonly Bounds[] = [
  { drills: Infinity, joins: Infinity, hasPulse: true },
  { drills: Infinity, joins: 4, hasPulse: true },
  { drills: 6, joins: 3, hasPulse: true },
  { drills: 4, joins: 2, hasPulse: true },
  { drills: 3, joins: 1, hasPulse: true },
  { drills: 4, joins: 2, hasPulse: false },
  { drills: 2, joins: 1, hasPulse: false },
  { drills: 1, joins: 0, hasPulse: false },
];

/**
 * Makes the steps of a song, each after what it needs: getting ready and listening, grips, drills,
 * patterns, sections by layer, joins, the whole song, with the recording, for others; every distinct
 * part is taught once in each of its layers, up to the one that is the goal. Empty for a song that
 * plays no bar. The same song always gives the same steps.
 *
 * @example
 * makeSteps(workpieceOf(readChart('[A]\n| Em | Em |').song)).map((step) => step.id) // ['ready', 'listen', 'grip:Em', 'section:s3:full', 'whole:full', 'recording', 'perform']
 */
export function makeSteps(work: Workpiece, wishes: StepWishes = {}): readonly Step[] {
  if (work.timeline.barCount === 0) return [];
  const bars = distinctBars(work.timeline.occurrences.flatMap((one) => one.bars)).length;
  const most = MOST_STEPS + STEPS_A_BAR * Math.max(0, bars - FEW_BARS);
  const { mostDrills } = work.constants;
  let steps: readonly Step[] = [];
  for (const bounds of NARROWER) {
    const drills = Math.min(bounds.drills, mostDrills);
    steps = stepsWithin(work, wishes, { ...bounds, drills });
    if (steps.length <= most) return steps;
  }
  return steps;
}

/** The steps of grips, changes and patterns, and which of them some music waits for. */
function makeHandSteps(
  work: Workpiece,
  { goal = 'full', byEar = false }: StepWishes,
  drills: readonly Drill[],
): HandSteps {
  const [grips, hands] = [makeGrips(work, goal), makeHands(work, goal)];
  const riffs = makeRiffs(work, { goal, isByEar: byEar });
  const gripsFor = (names: ReadonlySet<string>): readonly string[] =>
    grips.filter(({ atoms }) => atoms.some((name) => names.has(name))).map(({ id }) => id);
  const changes = drills.map((drill) => ({
    drill,
    step: makeChange(drill, work, gripsFor(new Set(drill.names))),
  }));
  return {
    steps: [...grips, ...changes.map(({ step }) => step), ...hands, ...riffs],
    handsFor: ({
      chords,
      patterns,
      riffs: played,
      pairs,
      layer,
    }: HandsMusic): readonly string[] => [
      ...gripsFor(chords),
      ...changes
        .filter(({ drill }) => pairs.has(drill.names.join(' ')) && isDrilledFor(drill, layer, goal))
        .map(({ step }) => step.id),
      ...hands.filter(({ atoms: [name = ''] }) => patterns.has(name)).map(({ id }) => id),
      ...riffs
        .filter((step) => kindOf(step).learns === 'riff' && played.has(step.atoms[0] ?? ''))
        .map(({ id }) => id),
    ],
  };
}

/**
 * The steps of the sections: each distinct one bare, the whole song bare, then the fuller layers,
 * the joins and the whole song in the layer that is the goal.
 */
function makeMusicSteps(making: StepSetup, wishes: StepWishes, bounds: Bounds): readonly Step[] {
  const { goal, taught, work, stepFor } = making;
  const stepsAt = (layer: Layer): readonly Step[] =>
    taught.filter((one) => one.layer === layer).map((one) => makeSection(making, one));
  const bare = goal === 'bare' ? [] : stepsAt('bare');
  const barest = work.parts.flatMap(({ id }) => {
    const layer = LAYERS.find((one) => stepFor(id, one) !== undefined);
    return (layer && stepFor(id, layer)) ?? [];
  });
  const isBareWhole = bare.length > 0 && wishes.bareWhole !== false;
  const sections = [
    ...bare,
    ...(isBareWhole ? [makeWhole(making, 'bare', [...new Set(barest)])] : []),
    ...LAYERS.filter((layer) => layer !== 'bare' || goal === 'bare').flatMap(stepsAt),
  ];
  const joins = makeJoins(making, bounds.joins);
  const atGoal = sections.filter((step) => step.layer === goal || kindOf(step).subject === 'whole');
  const before = [...atGoal, ...joins].map((step) => step.id);
  return [...sections, ...joins, makeWhole(making, goal, before)];
}

function stepsWithin(work: Workpiece, wishes: StepWishes, bounds: Bounds): readonly Step[] {
  const { goal = 'full', sings = false } = wishes;
  const drills = drillsOf(work, { goal, most: bounds.drills });
  const { steps: hands, handsFor } = makeHandSteps(work, wishes, drills);
  const byLayer = new Map(
    LAYERS.map((layer) => [layer, drilledFor(work, drills, { layer, goal })] as const),
  );
  const workIn = (layer: Layer): Workpiece => byLayer.get(layer) ?? work;
  const parts = taughtParts(work, { goal, hasPulse: bounds.hasPulse }, workIn);
  const isTaught = (id: string, layer: Layer): boolean =>
    parts.stepFor(id, layer)?.endsWith(`:${layer}`) ?? false;
  const isInOrder = wishes.partsInOrder !== false;
  const guarantees = musicGuarantees(work, workIn, { goal, isInOrder, isTaught });
  const making = { work, goal, handsFor, ...parts, ...guarantees };
  return withNeedsFirst([
    makeReady(work),
    makeListen(work),
    ...hands,
    ...makeMusicSteps(making, wishes, bounds),
    makeRecording(work, goal),
    ...(sings ? [makeSing(work, goal)] : []),
    makePerform(work, goal),
  ]);
}
