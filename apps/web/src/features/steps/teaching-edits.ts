import type { PlanChange, Teaching } from '@harvu/core/plan';

/** A later word on the same thing takes the place of the earlier one. */
function isReplaced(old: PlanChange, by: PlanChange): boolean {
  if (old.kind !== by.kind) return false;
  if (old.kind === 'grip') return by.kind === 'grip' && old.name === by.name;
  if (old.kind === 'leave-out') return by.kind === 'leave-out' && old.part === by.part;
  if (old.kind === 'merge') return false;
  return 'step' in old && 'step' in by && old.step === by.step;
}

/** A teaching with one more change by hand. */
export function withChange(teaching: Teaching, change: PlanChange): Teaching {
  const others = teaching.changes.filter((one) => !isReplaced(one, change));
  return { ...teaching, changes: [...others, change] };
}

/** A teaching without one of its changes, and without what was done to a step it made. */
export function withoutChange(teaching: Teaching, change: PlanChange): Teaching {
  const gone = change.kind === 'own' ? change.step : undefined;
  const changes = teaching.changes.filter(
    (one) => one !== change && !(gone !== undefined && 'step' in one && one.step === gone),
  );
  return { ...teaching, changes };
}
