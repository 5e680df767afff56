import type { PlanChange, Teaching } from '@harvu/core/plan';

/** What a change is about; a step where nothing else is said, and each merging of steps stands by itself. */
const ABOUT: Readonly<Partial<Record<PlanChange['kind'], readonly string[]>>> = {
  grip: ['name'],
  'leave-out': ['part', 'section'],
  strummed: ['what'],
  'open-stroke': ['from', 'to'],
  merge: [],
};

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

const KINDS: Readonly<Record<PlanChange['kind'], string>> = {
  move: 'a step moved',
  drop: 'a step skipped',
  split: 'a step in two',
  merge: 'two steps in one',
  own: 'a step of your own',
  note: 'a word to the student',
  optional: 'an optional step',
  'bring-back': 'a step brought back',
  grip: 'another grip',
  strummed: 'strumming instead',
  'open-stroke': 'a stroke left open',
  'leave-out': 'a section left out',
};

/** What was done between two ways of teaching, in a few words. */
export function differenceWords(before: Teaching, after: Teaching): string {
  const fields = [
    before.school === after.school ? '' : 'the order',
    before.goal === after.goal ? '' : 'how far it goes',
    before.wantedOn === after.wantedOn ? '' : 'the day it is wanted by',
    before.twoRungs === after.twoRungs ? '' : 'the ladder',
    before.sings === after.sings ? '' : 'singing',
    before.byEar === after.byEar ? '' : 'riffs by ear',
  ].filter(Boolean);
  const isNew = (all: readonly PlanChange[], one: PlanChange): boolean =>
    !all.some((other) => JSON.stringify(other) === JSON.stringify(one));
  const added = after.changes.filter((one) => isNew(before.changes, one));
  const gone = before.changes.filter((one) => isNew(after.changes, one));
  const words = [...added, ...(added.length === 0 ? gone : [])].map(({ kind }) => KINDS[kind]);
  return [...fields, ...new Set(words)].join(', ') || 'the last change';
}

/** A later word on the same thing takes the place of the earlier one. */
function isReplaced(old: PlanChange, by: PlanChange): boolean {
  const about = ABOUT[old.kind] ?? ['step'];
  const [before, after]: readonly Readonly<Record<string, unknown>>[] = [{ ...old }, { ...by }];
  return (
    old.kind === by.kind && about.length > 0 && about.every((it) => before?.[it] === after?.[it])
  );
}
