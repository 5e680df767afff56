import { LAYERS } from '../song';
import { withNeedsFirst, type Step, type StepKind, type Workpiece } from '../steps';
import type { School } from './teaching';

/** What decides a step's place: the first figure that differs, the lower first. */
type Priority = readonly number[];

/** What the priorities are worked out from. */
interface Ordering {
  /** Where a step's part first comes in the song. */
  readonly placeOf: (step: Step) => number;
}

const RANK: Readonly<Record<StepKind, number>> = {
  ready: 0,
  listen: 1,
  grip: 2,
  change: 3,
  hand: 4,
  half: 5,
  section: 5,
  difference: 5,
  own: 5,
  join: 7,
  whole: 8,
  recording: 9,
  sing: 10,
  perform: 11,
};

/** The whole song in a barer layer comes after the sections, before the joins. */
const BARER_WHOLE = 6;
/** What is pulled in by the step that needs it; it comes by itself only when nothing does. */
const WHEN_NEEDED = 7.5;

function layerRank({ layer }: Step): number {
  return layer === undefined ? -1 : LAYERS.indexOf(layer);
}

function isBarerWhole({ kind, layer }: Step, goal: Step['layer']): boolean {
  return kind === 'whole' && layer !== goal;
}

/** How near a step's limit is to its goal: the lower, the harder. */
function headroom({ rungs, limit }: Step): number {
  return (limit?.limitBpm ?? Infinity) / (rungs.at(-1) ?? 1);
}

type Rule = (step: Step, ordering: Ordering, goal: Step['layer']) => Priority;

const sectionBySection: Rule = (step, { placeOf }, goal) => [
  isBarerWhole(step, goal) ? BARER_WHOLE : RANK[step.kind],
  placeOf(step),
  layerRank(step),
];

/** The stages of the simple whole: all of it bare, then the hands' work, then layer by layer. */
const simpleWhole: Rule = (step, { placeOf }, goal) => {
  const isBare = step.layer === 'bare' && goal !== 'bare';
  if (isBare) return [step.kind === 'whole' ? 3 : 2, placeOf(step)];
  const isHands = step.kind === 'grip' || step.kind === 'change' || step.kind === 'hand';
  if (isHands) return [4, RANK[step.kind]];
  if (RANK[step.kind] === RANK.section) return [5, layerRank(step), placeOf(step)];
  return [RANK[step.kind], placeOf(step)];
};

const songOrder: Rule = (step, ordering, goal) => {
  const { kind } = step;
  if (kind === 'grip' || kind === 'change' || kind === 'hand') return [WHEN_NEEDED];
  if (kind === 'join') return [RANK.section, ordering.placeOf(step), LAYERS.length];
  return sectionBySection(step, ordering, goal);
};

const hardestFirst: Rule = (step, ordering, goal) => {
  const { kind } = step;
  if (kind === 'grip') return [WHEN_NEEDED];
  const isMusic = kind === 'change' || kind === 'hand' || RANK[kind] === RANK.section;
  if (isMusic) return [2, headroom(step), ordering.placeOf(step), layerRank(step)];
  if (kind === 'join') return [RANK.join, headroom(step), ordering.placeOf(step)];
  return sectionBySection(step, ordering, goal);
};

const handFirst: Rule = (step, ordering, goal) =>
  step.kind === 'hand' ? [1.5] : sectionBySection(step, ordering, goal);

const RULES: Readonly<Record<School, Rule>> = {
  'whole-first': simpleWhole,
  'as-they-come': songOrder,
  'grips-first': sectionBySection,
  'hardest-first': hardestFirst,
  'hand-first': handFirst,
};

function compare(a: Priority, b: Priority): number {
  const place = a.findIndex((value, index) => value !== b[index]);
  return place < 0 ? 0 : (a[place] ?? 0) < (b[place] ?? 0) ? -1 : 1;
}

/** A join is placed where its second part first follows; everything else by its part. */
function placesIn(work: Workpiece): (step: Step) => number {
  const firsts = new Map<string, number>();
  work.playing.occurrences.forEach(({ part }, place, all) => {
    const before = all[place - 1]?.part.id;
    for (const key of [part.id, `${before} ${part.id}`]) {
      if (!firsts.has(key)) firsts.set(key, place);
    }
  });
  return ({ kind, atoms }) =>
    firsts.get(kind === 'join' ? atoms.join(' ') : (atoms[0] ?? '')) ?? -1;
}

/**
 * Orders the steps of a song as a school would, each still after what it needs: the steps stay the
 * same ones.
 *
 * @example
 * inSchoolOrder([], workpieceOf(EMPTY_SONG), 'hardest-first') // []
 */
export function inSchoolOrder(
  steps: readonly Step[],
  work: Workpiece,
  school: School,
): readonly Step[] {
  const rule = RULES[school];
  const goal = steps.findLast((step) => step.kind === 'whole')?.layer;
  const ordering = { placeOf: placesIn(work) };
  const keyed = steps.map((step) => ({ step, priority: rule(step, ordering, goal) }));
  const sorted = [...keyed].sort((a, b) => compare(a.priority, b.priority));
  return withNeedsFirst(sorted.map((one) => one.step));
}
