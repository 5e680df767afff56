import { chordLabel } from '@harvu/core/chord';
import { formatGrip } from '@harvu/core/fretboard';
import type { PlanChange, School } from '@harvu/core/plan';
import type { Layer } from '@harvu/core/song';
import { kindOf, rangeWords, type Step } from '@harvu/core/steps';

/** A school of order, as a teacher would call it. */
export interface SchoolWords {
  readonly school: School;
  readonly name: string;
  readonly says: string;
}

export const SCHOOL_WORDS: readonly SchoolWords[] = [
  { school: 'whole-first', name: 'Simple whole first', says: 'play the song early, then add' },
  { school: 'as-they-come', name: 'As they come', says: 'in song order, grips when needed' },
  { school: 'grips-first', name: 'Grips first', says: 'all grips, then sections' },
  { school: 'hardest-first', name: 'Hardest first', says: 'the slowest change leads' },
  { school: 'hand-first', name: 'Picking hand first', says: 'patterns before grips' },
];

export const LAYER_WORDS: Readonly<Record<Layer, string>> = {
  bare: 'bare: one strum a chord',
  pulse: 'pulse: one strum a beat',
  full: 'full: every stroke',
  ornaments: 'full, with ornaments',
};

/** The ladder of a step in a word: from its first rung to its last, with the unit. */
export function stepTempo(step: Step): string {
  const [first, last] = [step.rungs[0], step.rungs.at(-1)];
  if (first === undefined || last === undefined) return '';
  const unit = kindOf(step).rungUnit === 'bpm' ? 'bpm' : 'a minute';
  return first === last ? `${last} ${unit}` : `${first} → ${last} ${unit}`;
}

/** What is particular about a step, in a few words beside its title. */
export function remarkOn(step: Step): string {
  if (kindOf(step).subject !== 'whole') return heldWords(step);
  return step.layer === 'bare' ? 'whole song soon' : '';
}

/** A change made by hand, in words; steps by their titles. */
export function changeWords(
  change: PlanChange,
  nameOf: (id: string) => string,
  partOf: (id: string) => string,
): string {
  switch (change.kind) {
    case 'move':
      return `${nameOf(change.step)} moved`;
    case 'drop':
      return `without ${nameOf(change.step)}`;
    case 'split':
      return `${nameOf(change.step)} in two, after ${rangeWords([change.afterBar])}`;
    case 'merge':
      return `${nameOf(change.step)} with ${nameOf(change.with)}`;
    case 'own':
      return `own step: ${change.title}`;
    case 'note':
      return `a note on ${nameOf(change.step)}`;
    case 'optional':
      return `${nameOf(change.step)} optional`;
    case 'bring-back':
      return `${nameOf(change.step)} brought back`;
    case 'leave-out':
      return `without ${partOf(change.section ?? change.part)}`;
    default:
      return handWords(change);
  }
}

/** What holds a step to a slower tempo than its last rung, in a few words; nothing where nothing does. */
function heldWords(step: Step): string {
  const change = step.limit?.change;
  const isSlower = (step.limit?.limitBpm ?? Infinity) < (step.rungs.at(-1) ?? 0);
  if (!change || step.rungs.length < 2 || !isSlower) return '';
  if (kindOf(step).rungUnit === 'bpm') {
    return `${change.seconds.toFixed(2)} s for ${chordLabel(change.from)} → ${chordLabel(change.to)}`;
  }
  return change.isShown ? `shown in ${change.seconds.toFixed(2)} s` : '';
}

/** What was changed for the hands, in a few words. */
function handWords(
  change: Extract<PlanChange, { kind: 'grip' | 'strummed' | 'open-stroke' }>,
): string {
  if (change.kind === 'grip') return `${chordLabel(change.name)} as ${formatGrip(change.grip)}`;
  if (change.kind === 'strummed') return `${change.what} is strummed instead`;
  return `the last stroke before ${chordLabel(change.from)} → ${chordLabel(change.to)} on open strings`;
}
