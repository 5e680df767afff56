import type { Layer } from '../song';
import type { Bpm } from '../units';
import type { WindowedChange } from './workpiece';

/** What a step practises. */
export type StepKind =
  | 'ready'
  | 'listen'
  | 'grip'
  | 'change'
  | 'hand'
  | 'half'
  | 'section'
  | 'difference'
  | 'join'
  | 'whole'
  | 'recording'
  | 'sing'
  | 'perform'
  | 'own';

/** What counts as having done a step. */
export interface Goal {
  /** Clean passes in a row, on each rung. */
  readonly cleanInRow: number;
  /** Different days on which the goal must be met at the last rung. */
  readonly days: number;
  readonly words: string;
}

/** What limits the tempo of a step, with its figures. */
export interface StepLimit {
  /** Null when nothing limits. */
  readonly limitBpm: number | null;
  /** The change that limits it. */
  readonly change?: WindowedChange;
  /** The hand that limits it. */
  readonly strokes?: { readonly perBeat: number; readonly perSecond: number };
}

/** One step of teaching. */
export interface Step {
  /** Made from the ids and names it practises, so it is the same in every revision. */
  readonly id: string;
  readonly kind: StepKind;
  readonly title: string;
  /** What it practises: chord names, a pattern, a part, or two parts in order. */
  readonly atoms: readonly string[];
  /** The layer a section, a join or the whole song is played in. */
  readonly layer?: Layer;
  /** The bars of the part it practises, from 1, where it is not all of them. */
  readonly bars?: readonly number[];
  /** The step of the section this one differs from. */
  readonly base?: string;
  /** Ids of the steps that come before it. */
  readonly needs: readonly string[];
  /** Tempos in bpm, rising to the goal; for a change, in changes a minute. Empty without a tempo. */
  readonly rungs: readonly Bpm[];
  readonly goal: Goal;
  /** Minutes a usual course of it takes. */
  readonly minutes: number;
  /** Why it starts where it does, in one sentence. */
  readonly why: string;
  readonly limit?: StepLimit;
  /** Good to have; nothing waits for it. */
  readonly isOptional?: true;
  /** The teacher's own words beside it. */
  readonly note?: string;
}

/** The goal of each kind of step. */
export const GOALS: Readonly<Record<StepKind, Goal>> = {
  ready: { cleanInRow: 1, days: 1, words: 'every string in tune' },
  listen: { cleanInRow: 1, days: 1, words: 'map said aloud once' },
  grip: { cleanInRow: 5, days: 1, words: 'rings clean 5 of 5' },
  change: { cleanInRow: 3, days: 1, words: '3 clean in a row' },
  hand: { cleanInRow: 4, days: 1, words: '16 bars without a stop' },
  half: { cleanInRow: 3, days: 1, words: '3 clean in a row' },
  section: { cleanInRow: 3, days: 1, words: '3 clean in a row' },
  difference: { cleanInRow: 3, days: 1, words: '3 clean in a row' },
  join: { cleanInRow: 5, days: 1, words: '5 clean in a row' },
  whole: { cleanInRow: 1, days: 2, words: 'once without a stop, on two days' },
  recording: { cleanInRow: 1, days: 1, words: 'once with the recording, without a stop' },
  sing: { cleanInRow: 1, days: 1, words: 'once sung and played, without a stop' },
  perform: { cleanInRow: 1, days: 1, words: 'once for somebody, without a stop' },
  own: { cleanInRow: 1, days: 1, words: 'done once' },
};
