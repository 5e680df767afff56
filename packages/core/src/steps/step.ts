import type { Technique } from '../rhythm';
import { stepId, type StepKind } from '../step-id';
import type { Layer } from '../song';
import type { Bpm } from '../units';
import { stepTitle, type StepAbout } from './step-title';
import { climbingOf, type Climbing } from './climbing';
import type { WindowedChange, Workpiece } from './workpiece';

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
  /** What in a riff limits it, in words. */
  readonly riff?: string;
}

/** One step of teaching. */
export interface Step {
  /** Made from the ids and names it practises, so it is the same in every revision. */
  readonly id: string;
  readonly kind: StepKind;
  readonly title: string;
  /** What the title is made of. */
  readonly about: StepAbout;
  /** What it practises: chord names, a pattern, a part, or two parts in order. */
  readonly atoms: readonly string[];
  /** The layer a section, a join or the whole song is played in. */
  readonly layer?: Layer;
  /** The bars of the part it practises, from 1, where it is not all of them. */
  readonly bars?: readonly number[];
  /** The step of the section this one differs from. */
  readonly base?: string;
  /** Parts whose bars are all in this one's, by their ids: whoever holds it holds them. */
  readonly covers?: readonly string[];
  /** Ids of the steps that come before it. */
  readonly needs: readonly string[];
  /** Tempos in bpm, rising to the goal; for a change, in changes a minute. Empty without a tempo. */
  readonly rungs: readonly Bpm[];
  readonly goal: Goal;
  readonly climbing: Climbing;
  /** Minutes a usual course of it takes. */
  readonly minutes: number;
  /** Why it starts where it does, in one sentence. */
  readonly why: string;
  readonly limit?: StepLimit;
  /** Ways of striking that are met in it for the first time. */
  readonly techniques?: readonly Technique[];
  /** Good to have; nothing waits for it. */
  readonly isOptional?: true;
  /** The teacher's own words beside it. */
  readonly note?: string;
}

/** Makes a step; its id comes from what it practises, and the layer where it has one. */
export function createStep(
  kind: StepKind,
  work: Workpiece,
  step: Omit<Step, 'id' | 'kind' | 'title' | 'climbing'>,
): Step {
  const layer = step.layer === undefined ? [] : [step.layer];
  const id = stepId(kind, [...step.atoms, ...layer]);
  return { ...step, kind, id, title: stepTitle(step.about), climbing: climbingOf(work) };
}
