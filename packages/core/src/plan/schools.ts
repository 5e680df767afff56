import { LAYERS, type Layer } from '../song';
import { kindOf, withNeedsFirst, type Step, type Workpiece } from '../steps';
import type { School } from './teaching';

/** What decides a step's place: the first figure that differs, the lower first. */
type Priority = readonly number[];

/** What the priorities are worked out from. */
interface Ordering {
  /** Where a step's part first comes in the song. */
  readonly placeOf: (step: Step) => number;
  readonly goal: Layer;
}

/** The whole song in a barer layer comes after the sections, before the joins. */
const BARER_WHOLE = 6;
/** What is pulled in by the step that needs it; it comes by itself only when nothing does. */
const WHEN_NEEDED = 7.5;

/** Sections, halves and differences, and the teacher's own steps among them. */
const PARTS_RANK = 5;

type Rule = (step: Step, ordering: Ordering) => Priority;

const sectionBySection: Rule = (step, { placeOf, goal }) => [
  isBarerWhole(step, goal) ? BARER_WHOLE : rankOf(step),
  placeOf(step),
  layerRank(step),
];

/** The stages of the simple whole: all of it bare, then the hands' work, then layer by layer. */
const simpleWhole: Rule = (step, { placeOf, goal }) => {
  const { subject, rank } = kindOf(step);
  const isBare = step.layer === 'bare' && goal !== 'bare';
  if (isBare) return [subject === 'whole' ? 3 : 2, placeOf(step)];
  if (subject === 'hands') return [4, rank];
  if (rank === PARTS_RANK) return [5, layerRank(step), placeOf(step)];
  return [rank, placeOf(step)];
};

const songOrder: Rule = (step, ordering) => {
  const { subject } = kindOf(step);
  if (subject === 'hands') return [WHEN_NEEDED];
  if (subject === 'join') return [PARTS_RANK, ordering.placeOf(step), LAYERS.length];
  return sectionBySection(step, ordering);
};

const hardestFirst: Rule = (step, ordering) => {
  const { subject, rank, hasHeadroom } = kindOf(step);
  const { placeOf } = ordering;
  if (hasHeadroom || subject === 'own') return [2, headroom(step), placeOf(step), layerRank(step)];
  if (subject === 'hands') return [WHEN_NEEDED];
  if (subject === 'join') return [rank, headroom(step), placeOf(step)];
  return sectionBySection(step, ordering);
};

const handFirst: Rule = (step, ordering) =>
  kindOf(step).isPickingHand ? [1.5] : sectionBySection(step, ordering);

const RULES: Readonly<Record<School, Rule>> = {
  'whole-first': simpleWhole,
  'as-they-come': songOrder,
  'grips-first': sectionBySection,
  'hardest-first': hardestFirst,
  'hand-first': handFirst,
};

/**
 * Orders the steps of a song as a school would, each still after what it needs: the steps stay the
 * same ones.
 *
 * @example
 * inSchoolOrder([], workpieceOf(EMPTY_SONG), { school: 'hardest-first', goal: 'full' }) // []
 */
export function inSchoolOrder(
  steps: readonly Step[],
  work: Workpiece,
  { school, goal }: { readonly school: School; readonly goal: Layer },
): readonly Step[] {
  const rule = RULES[school];
  const ordering = { placeOf: placesIn(work), goal };
  const keyed = steps.map((step) => ({ step, priority: rule(step, ordering) }));
  const sorted = [...keyed].sort((a, b) => compare(a.priority, b.priority));
  return withNeedsFirst(sorted.map((one) => one.step));
}

function layerRank({ layer }: Step): number {
  return layer === undefined ? -1 : LAYERS.indexOf(layer);
}

function isBarerWhole(step: Step, goal: Layer): boolean {
  return kindOf(step).subject === 'whole' && step.layer !== goal;
}

/** How near a step's limit is to its goal: the lower, the harder. */
function headroom({ rungs, limit }: Step): number {
  return (limit?.limitBpm ?? Infinity) / (rungs.at(-1) ?? 1);
}

function rankOf(step: Step): number {
  return kindOf(step).rank;
}

function compare(a: Priority, b: Priority): number {
  const place = a.findIndex((value, index) => value !== b[index]);
  return place < 0 ? 0 : (a[place] ?? 0) < (b[place] ?? 0) ? -1 : 1;
}

/** The crossings of a join, each as the parts it leads between; its atoms are they two by two. */
function crossingsIn({ atoms }: Step): readonly string[] {
  return atoms.flatMap((atom, at) => (at % 2 === 1 ? [`${atoms[at - 1] ?? ''} ${atom}`] : []));
}

/** A join is placed where its second part first follows, several together where the last of them does; all else by its part. */
function placesIn(work: Workpiece): (step: Step) => number {
  const firsts = new Map<string, number>();
  work.timeline.occurrences.forEach(({ part }, place, all) => {
    const before = all[place - 1]?.part.id;
    for (const key of [part.id, `${before} ${part.id}`]) {
      if (!firsts.has(key)) firsts.set(key, place);
    }
  });
  return (step) => {
    const isJoin = kindOf(step).subject === 'join';
    const keys = isJoin ? crossingsIn(step) : step.atoms.slice(0, 1);
    return Math.max(-1, ...keys.map((key) => firsts.get(key) ?? -1));
  };
}
