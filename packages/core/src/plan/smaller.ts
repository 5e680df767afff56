import { chordLabel } from '../chord';
import { LAYERS, type SongDocument } from '../song';
import type { Part } from '../form';
import type { Day } from '../day';
import type { Practice } from './calendar';
import { deadlineOf, type Deadline } from './deadline';
import { easierGrip } from './easier-grips';
import { layerWords } from '../steps';
import { makePlan, type PlanOptions, type StepPlan } from './make-plan';
import type { PlanTime } from './plan-time';
import { USUAL_TEACHING, type PlanChange, type Teaching } from './teaching';

/** A smaller way to learn a song, and whether it would be in time. */
export interface SmallerPlan {
  /** What is smaller about it, in a few words each. */
  readonly words: readonly string[];
  readonly teaching: Teaching;
  readonly time: PlanTime;
  readonly deadline: Deadline;
}

/** A way to make a plan smaller: what it does to the teaching, and its words. */
interface Reduction {
  readonly words: string;
  readonly teaching: Teaching;
}

/** At least so much of the playing time is kept when parts are left out. */
const LEAST_PLAYED = 0.5;
const MOST_EASIER = 4;

const INTRO = /^(intro|vorspiel|opening|pick-?up)/i;

/**
 * Lists smaller ways to learn a song, each smaller than the one before, up to the first that would be
 * learnt before a day: simpler grips, then barer layers, then without the parts that cost most for the
 * time they are played. Empty when the plan itself is in time.
 *
 * @example
 * smallerPlans(readChart('[A]\n| G | D |').song, {}, { wantedOn: '2027-11-26', minutesByWeekday: [9, 9, 9, 9, 9, 9, 9], today: '2026-11-26' }) // []
 */
export function smallerPlans(
  song: SongDocument,
  options: PlanOptions,
  { wantedOn, ...practice }: Practice & { readonly wantedOn: Day },
): readonly SmallerPlan[] {
  const smaller: SmallerPlan[] = [];
  let plan = makePlan(song, options);
  let teaching = options.teaching ?? USUAL_TEACHING;
  const least = LEAST_PLAYED * plan.work.timeline.lasts;
  let words: readonly string[] = [];
  const isInTime = (): boolean => deadlineOf(plan.time, wantedOn, practice).verdict !== 'misses';
  const take = (next: Reduction, replaces = ''): void => {
    teaching = next.teaching;
    words = [...words.filter((one) => one !== replaces), next.words];
    plan = makePlan(song, { ...options, teaching });
    const deadline = deadlineOf(plan.time, wantedOn, practice);
    smaller.push({ words, teaching, time: plan.time, deadline });
  };
  if (isInTime()) return [];
  const simpler = withSimplerGrips(plan, teaching);
  if (simpler) take(simpler);
  let before = '';
  for (const barer of barerGoals(teaching)) {
    if (isInTime()) return smaller;
    take(barer, before);
    before = barer.words;
  }
  for (;;) {
    const found = isInTime() ? undefined : costliestSection(plan, least);
    if (!found) return smaller;
    const { name, part, section } = found;
    const change = { kind: 'leave-out', part, section } as const;
    const changes = [...teaching.changes, change];
    take({ words: `without ${name}`, teaching: { ...teaching, changes } });
  }
}

function withSimplerGrips(plan: StepPlan, teaching: Teaching): Reduction | undefined {
  const found = plan.work.grips
    .flatMap(({ name }) => easierGrip(plan.work, name) ?? [])
    .toSorted((a, b) => a.ratio - b.ratio)
    .slice(0, MOST_EASIER);
  if (found.length === 0) return undefined;
  const grips = found.map(({ name, grip, fingers }): PlanChange => ({
    kind: 'grip',
    name,
    grip,
    fingers,
  }));
  return {
    words: `simpler grips for ${found.map(({ name }) => chordLabel(name)).join(', ')}`,
    teaching: { ...teaching, changes: [...teaching.changes, ...grips] },
  };
}

/** The layers under the goal, fullest first. */
function barerGoals(teaching: Teaching): readonly Reduction[] {
  return LAYERS.slice(0, LAYERS.indexOf(teaching.goal))
    .toReversed()
    .map((goal) => ({ words: `only ${layerWords(goal)}`, teaching: { ...teaching, goal } }));
}

/** What the song is: its first part that is no intro, what is played longest, and what others derive from. */
function essentialParts({ work }: StepPlan, playedOf: (part: Part) => number): ReadonlySet<string> {
  const first = work.parts.find(({ name }) => !INTRO.test(name));
  const longest = work.parts.toSorted((a, b) => playedOf(b) - playedOf(a))[0];
  const parents = work.parts.flatMap(({ parent }) => parent ?? []);
  return new Set([first?.id ?? '', longest?.id ?? '', ...parents]);
}

/** A section that may be left out of a song. */
interface Spared {
  readonly section: string;
  readonly name: string;
  readonly part: string;
  readonly playedS: number;
}

/**
 * The section that takes most minutes for the time it is played, among those the song is still itself without. What stands
 * under another heading too is learnt all the same, so leaving one of them out saves nothing.
 */
function costliestSection(plan: StepPlan, least: number): Spared | undefined {
  const { work, steps } = plan;
  const playedOf = (part: Part): number =>
    (work.comes.get(part.id) ?? []).reduce((sum, one) => sum + one.lasts, 0);
  const minutesOf = (part: string): number =>
    steps.filter((step) => step.atoms.includes(part)).reduce((sum, one) => sum + one.minutes, 0);
  const essential = essentialParts(plan, playedOf);
  return work.parts
    .filter((part) => !essential.has(part.id))
    .flatMap((part): readonly Spared[] => {
      const comes = work.comes.get(part.id) ?? [];
      const [first] = comes;
      const isOnlyOne = first && comes.every(({ section }) => section === first.section);
      return isOnlyOne
        ? [{ section: first.section, name: first.name, part: part.id, playedS: playedOf(part) }]
        : [];
    })
    .filter(({ playedS }) => work.timeline.lasts - playedS >= least)
    .map((spared) => ({ spared, cost: minutesOf(spared.part) / Math.max(1, spared.playedS) }))
    .toSorted((a, b) => b.cost - a.cost)[0]?.spared;
}
