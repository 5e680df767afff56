import type { Step } from './step';

/**
 * Orders steps so that each comes after what it needs, keeping the given order otherwise: a step
 * pulls what it still lacks right before itself. Needs that are not among the steps count as met.
 *
 * @example
 * withNeedsFirst([]) // []
 */
export function withNeedsFirst(steps: readonly Step[]): readonly Step[] {
  const placeOf = new Map(steps.map((step, place) => [step.id, place]));
  const taken = new Set<string>();
  const ordered: Step[] = [];
  const take = (step: Step): void => {
    if (taken.has(step.id)) return;
    taken.add(step.id);
    const places = step.needs.flatMap((id) => placeOf.get(id) ?? []).sort((a, b) => a - b);
    for (const place of places) {
      const need = steps[place];
      if (need) take(need);
    }
    ordered.push(step);
  };
  steps.forEach(take);
  return ordered;
}
