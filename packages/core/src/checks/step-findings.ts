import { chordLabel } from '../chord';
import type { StepPlan } from '../plan';
import { kindOf, type Step, type StepLimit } from '../steps';
import { createFinding, type Cause, type Finding } from './finding';

/**
 * Finds what is worth a second look about somebody's steps: an order against what steps need, steps
 * without a goal, what begins faster than the student has shown; empty for steps that are in order.
 *
 * @example
 * stepFindings(makePlan(readChart('[A]\n| Em | G |').song)) // []
 */
export function stepFindings(plan: StepPlan): readonly Finding[] {
  return [
    ...frameFindings(plan),
    ...rateFindings(plan),
    ...orderFindings(plan),
    ...droppedFindings(plan),
    ...goalFindings(plan),
    ...optionalFindings(plan),
  ];
}

function titles(steps: readonly Step[]): string {
  return steps.map((step) => `“${step.title}”`).join(', ');
}

/** What a finding about a step has alike. */
function about(step: Step, message: string, cause: Cause): Parameters<typeof createFinding>[1] {
  const place = { kind: 'step', id: step.id } as const;
  return { place, at: step.title, message, cause, formerCause: step.id };
}

/** The step that gets tuning and capo set. */
function isFrame(step: Step): boolean {
  return kindOf(step).subject === 'frame';
}

/** Fret numbers that are told before the guitar is tuned and has its capo on. */
function frameFindings({ steps }: StepPlan): readonly Finding[] {
  const first = steps.findIndex((step) => kindOf(step).hasFrets);
  const ready = steps.findIndex(isFrame);
  const early = steps[first];
  if (!early || (ready >= 0 && ready < first)) return [];
  const message = `It has fret numbers, and comes before tuning and capo are set. Put “get ready” first.`;
  return [createFinding('frame-late', about(early, message, []))];
}

/** Steps that stand before something they need; what comes too late for the frame is told by its own check. */
function orderFindings({ steps }: StepPlan): readonly Finding[] {
  const placeOf = new Map(steps.map((step, place) => [step.id, place]));
  return steps.flatMap((step, place) => {
    const late = step.needs.flatMap((id) => {
      const other = placeOf.get(id) ?? -1;
      const late = other > place ? steps[other] : undefined;
      return late && !isFrame(late) ? [late] : [];
    });
    if (late.length === 0) return [];
    const message = `It comes before what it needs: ${titles(late)}.`;
    return [
      createFinding('step-order', about(step, message, ['before', ...late.map((one) => one.id)])),
    ];
  });
}

/** What a step left out would have taught is still played by the song. */
function droppedFindings({ dropped }: StepPlan): readonly Finding[] {
  return dropped
    .filter((step) => ['hands', 'part'].includes(kindOf(step).subject))
    .map((gone) => {
      const message = 'It was left out, and the song still plays it.';
      return createFinding('step-order', about(gone, message, ['left-out']));
    });
}

/** Steps of the teacher's own that do not say when they are done. */
function goalFindings({ steps }: StepPlan): readonly Finding[] {
  return steps
    .filter((step) => kindOf(step).subject === 'own' && step.goal.words.trim() === '')
    .map((step) => {
      const what = step.rungs.length === 0 ? 'neither goal nor tempo' : 'no goal';
      const message = `It has ${what}: say what counts as done.`;
      return createFinding('step-order', about(step, message, ['no-goal']));
    });
}

/** What is only good to have should not be waited for. */
function optionalFindings({ steps }: StepPlan): readonly Finding[] {
  const optional = steps.filter((step) => step.isOptional);
  return optional.flatMap((step) => {
    const waiting = steps.filter((one) => !one.isOptional && one.needs.includes(step.id));
    const [first] = waiting;
    if (!first) return [];
    const message = `It is optional, and ${titles([first])} waits for it.`;
    return [createFinding('step-order', about(step, message, ['waited-for', first.id]))];
  });
}

function shownWords({ change, strokes, riff, limitBpm }: StepLimit): string {
  if (riff !== undefined) return `with what has been shown, ${riff}`;
  const shown = change
    ? `${chordLabel(change.from)} → ${chordLabel(change.to)} in ${change.seconds.toFixed(2)} s`
    : `${strokes?.perSecond} strokes a second`;
  return `${shown} has been shown, which allows ${Math.floor(limitBpm ?? 0)}`;
}

function isShown({ change, strokes, riff }: StepLimit, { student }: StepPlan['work']): boolean {
  const isOfHand = strokes !== undefined || riff !== undefined;
  return change?.isShown === true || (isOfHand && student.strokesPerSecond !== undefined);
}

/** Steps that begin faster than the student has shown; the slowest stands for all with its cause. */
function rateFindings({ work, steps }: StepPlan): readonly Finding[] {
  const seen = new Set<string>();
  return steps.flatMap((step) => {
    const { limit, rungs } = step;
    const start = rungs[0] ?? 0;
    if (!limit || !isShown(limit, work) || start <= (limit.limitBpm ?? Infinity)) return [];
    const cause = limit.change ? [limit.change.from, limit.change.to].sort().join(' ') : 'strokes';
    if (seen.has(cause)) return [];
    seen.add(cause);
    const message = `It starts at ${start} ${kindOf(step).rungUnit}; ${shownWords(limit)}. Take a barer layer or an easier grip first.`;
    return [
      createFinding('step-rate', {
        ...about(step, message, [cause]),
        formerCause: cause,
      }),
    ];
  });
}
