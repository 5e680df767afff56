import { kindOf, makeOwn, splitSection, stepTitle, type Step, type Workpiece } from '../steps';
import type { Layer } from '../song';
import type { PlanChange, School } from './teaching';
import { findStep } from '../step-id';

/** A change made by hand that the steps, as they are now, cannot follow; and why. */
export interface UnmetChange {
  readonly change: PlanChange;
  readonly why: string;
}

/** Steps while changes are made to them. */
interface Draft {
  readonly steps: readonly Step[];
  readonly dropped: readonly Step[];
}

/** The steps after a change, or why it could not be made. */
type Outcome = Draft | string;

const GONE = 'The step is no longer there.';

/** What changes by hand are made to. */
interface HandMaking {
  readonly work: Workpiece;
  readonly goal: Layer;
}

/** Steps with everything done to them by hand but their order, and what could not be done. */
export function withHandMade(
  steps: readonly Step[],
  changes: readonly PlanChange[],
  making: HandMaking,
): Draft & { readonly unmet: readonly UnmetChange[] } {
  let draft: Draft = { steps, dropped: [] };
  const unmet: UnmetChange[] = [];
  for (const change of changes) {
    const outcome = withChange(draft, change, making);
    if (typeof outcome === 'string') unmet.push({ change, why: outcome });
    else draft = outcome;
  }
  return { ...draft, unmet };
}

type Placing = Extract<PlanChange, { kind: 'move' | 'own' }>;

/**
 * Counts how often a step stands before something it needs, or behind something that needs it.
 *
 * @example
 * brokenBy([], 'grip:G') // 0
 */
export function brokenBy(steps: readonly Step[], id: string): number {
  const place = steps.findIndex((step) => step.id === id);
  const needs = new Set(steps[place]?.needs ?? []);
  return steps.filter(
    (step, other) =>
      (other > place && needs.has(step.id)) || (other < place && step.needs.includes(id)),
  ).length;
}

/**
 * Steps in the order they were put into by hand. A move that was made under another school and would
 * now break what a step needs is left out and told; under its own school it is kept.
 */
export function inHandMadeOrder(
  steps: readonly Step[],
  changes: readonly PlanChange[],
  school: School,
): { readonly steps: readonly Step[]; readonly unmet: readonly UnmetChange[] } {
  let order = steps;
  const unmet: UnmetChange[] = [];
  for (const change of changes) {
    if (change.kind !== 'move' && change.kind !== 'own') continue;
    const next = placed(order, change);
    if (!next) {
      if (change.kind === 'move') unmet.push({ change, why: GONE });
      continue;
    }
    const breaks = brokenBy(next, change.step) > brokenBy(order, change.step);
    if (change.kind === 'move' && change.school !== school && breaks) {
      unmet.push({ change, why: 'In this order it would come before what it needs.' });
    } else order = next;
  }
  return { steps: order, unmet };
}

function find({ steps }: Pick<Draft, 'steps'>, id: string): Step | undefined {
  return findStep(steps, id);
}

/** What needed a step that is gone needs what that one needed. */
function without(steps: readonly Step[], gone: Step): readonly Step[] {
  return steps
    .filter((step) => step !== gone)
    .map((step) =>
      step.needs.includes(gone.id)
        ? {
            ...step,
            needs: [...new Set([...step.needs.filter((id) => id !== gone.id), ...gone.needs])],
          }
        : step,
    );
}

/** A plan cannot do without the whole song in the layer that is its goal; a section is left out, not skipped, to be no part of it. */
function isGoalItself(step: Step, goal: Layer): boolean {
  return step.layer === goal && kindOf(step).subject === 'whole';
}

function drop(draft: Draft, id: string, goal: Layer): Outcome {
  const step = find(draft, id);
  if (!step) return GONE;
  if (isGoalItself(step, goal)) return 'It is the goal itself.';
  return { steps: without(draft.steps, step), dropped: [...draft.dropped, step] };
}

function split(
  draft: Draft,
  { step: id, afterBar }: { readonly step: string; readonly afterBar: number },
  work: Workpiece,
): Outcome {
  const step = find(draft, id);
  const made = step && splitSection(work, step, afterBar);
  if (!made) return step ? 'It cannot be split after that bar.' : GONE;
  const { halves, whole } = made;
  const steps = draft.steps.flatMap((one) => (one === step ? [...halves, whole] : [one]));
  return { ...draft, steps };
}

/** Whether a step waits for another, however many lie between, by other ways than itself. */
function waitsFor(steps: readonly Step[], from: Step, goalId: string): boolean {
  const byId = new Map(steps.map((step) => [step.id, step]));
  const seen = new Set<string>();
  const queue = from.needs.filter((id) => id !== goalId);
  for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
    if (id === goalId) return true;
    if (seen.has(id)) continue;
    seen.add(id);
    queue.push(...(byId.get(id)?.needs ?? []));
  }
  return false;
}

function canMerge(a: Step, b: Step): boolean {
  const isAlike = a.kind === b.kind && a.layer === b.layer && a !== b;
  return isAlike && kindOf(a).merged !== undefined;
}

function mergedStep(a: Step, b: Step, work: Workpiece): Step {
  const slower = (b.rungs[0] ?? Infinity) < (a.rungs[0] ?? Infinity) ? b : a;
  const id = `${a.id}+${b.id}`;
  const needs = [...new Set([...a.needs, ...b.needs])].filter(
    (one) => one !== a.id && one !== b.id,
  );
  const about = kindOf(a).merged?.(a, b, work) ?? a.about;
  return {
    ...slower,
    id,
    needs,
    about,
    title: stepTitle(about),
    atoms: [...a.atoms, ...b.atoms],
    minutes: a.minutes + b.minutes,
  };
}

function merge(draft: Draft, [id, otherId]: readonly [string, string], work: Workpiece): Outcome {
  const [a, b] = [find(draft, id), find(draft, otherId)];
  if (!a || !b) return GONE;
  if (!canMerge(a, b)) return 'Only two grips, or two sections in one layer, can be one step.';
  if (waitsFor(draft.steps, a, b.id) || waitsFor(draft.steps, b, a.id)) {
    return 'Another step comes between the two.';
  }
  const made = mergedStep(a, b, work);
  const renamed = (one: string): string => (one === a.id || one === b.id ? made.id : one);
  const steps = draft.steps
    .filter((step) => step !== b)
    .map((step) =>
      step === a
        ? made
        : {
            ...step,
            needs: [...new Set(step.needs.map(renamed))],
            ...(step.base !== undefined && { base: renamed(step.base) }),
          },
    );
  return { ...draft, steps };
}

function marked(draft: Draft, id: string, mark: Pick<Step, 'note' | 'isOptional'>): Outcome {
  const meant = find(draft, id);
  if (!meant) return GONE;
  const steps = draft.steps.map((step) => (step === meant ? { ...step, ...mark } : step));
  return { ...draft, steps };
}

function withChange(draft: Draft, change: PlanChange, { work, goal }: HandMaking): Outcome {
  switch (change.kind) {
    case 'drop':
      return drop(draft, change.step, goal);
    case 'split':
      return split(draft, change, work);
    case 'merge':
      return merge(draft, [change.step, change.with], work);
    case 'own':
      return { ...draft, steps: [...draft.steps, makeOwn(change, work)] };
    case 'note':
      return marked(draft, change.step, { note: change.words });
    case 'optional':
      return marked(draft, change.step, { isOptional: true });
    default:
      return draft;
  }
}

function placed(steps: readonly Step[], { step: id, after }: Placing): readonly Step[] | undefined {
  const step = find({ steps }, id);
  const rest = steps.filter((one) => one !== step);
  const before = after === null ? undefined : find({ steps: rest }, after);
  const anchor = before ? rest.indexOf(before) : -1;
  if (!step || (after !== null && anchor < 0)) return undefined;
  return rest.toSpliced(anchor + 1, 0, step);
}
