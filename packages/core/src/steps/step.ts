import type { Layer } from '../song';
import type { Bpm } from '../units';

/** What a step practises. */
export type StepKind = 'grip' | 'change' | 'section' | 'join' | 'whole';

/** What counts as having done a step. */
export interface Goal {
  /** Clean passes in a row, on each rung. */
  readonly cleanInRow: number;
  /** Different days on which the goal must be met at the last rung. */
  readonly days: number;
}

/** One step of teaching. */
export interface Step {
  /** Made from the ids and names it practises, so it is the same in every revision. */
  readonly id: string;
  readonly kind: StepKind;
  readonly title: string;
  /** What it practises: chord names, a part, or two parts in order. */
  readonly atoms: readonly string[];
  /** The layer a section, a join or the whole song is played in. */
  readonly layer?: Layer;
  /** Ids of the steps that come before it. */
  readonly needs: readonly string[];
  /** Tempos in bpm, rising to the goal; for a change, in changes a minute. Empty for a grip. */
  readonly rungs: readonly Bpm[];
  readonly goal: Goal;
  /** Why it starts where it does, in one sentence. */
  readonly why: string;
}

/** The goal of each kind of step. */
export const GOALS: Readonly<Record<StepKind, Goal>> = {
  grip: { cleanInRow: 5, days: 1 },
  change: { cleanInRow: 3, days: 1 },
  section: { cleanInRow: 3, days: 1 },
  join: { cleanInRow: 5, days: 1 },
  whole: { cleanInRow: 1, days: 2 },
};

const GOAL_WORDS: Readonly<Record<StepKind, string>> = {
  grip: 'rings clean 5 of 5',
  change: '3 clean in a row',
  section: '3 clean in a row',
  join: '5 clean in a row',
  whole: 'once without a stop, on two days',
};

/**
 * Says the goal of a kind of step.
 *
 * @example
 * goalWords('join') // '5 clean in a row'
 */
export function goalWords(kind: StepKind): string {
  return GOAL_WORDS[kind];
}
