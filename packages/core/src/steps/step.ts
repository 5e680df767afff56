import type { Layer } from '../song';
import type { Bpm } from '../units';
import type { WindowedChange } from './workpiece';

/** What a step practises. */
export const STEP_KINDS = [
  'ready',
  'listen',
  'grip',
  'change',
  'hand',
  'half',
  'section',
  'difference',
  'join',
  'whole',
  'recording',
  'sing',
  'perform',
  'own',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

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
  /** Parts whose bars are all in this one's, by their ids: whoever holds it holds them. */
  readonly covers?: readonly string[];
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

/** A step's id, taken apart. */
export interface StepName {
  readonly kind: StepKind;
  /** What it practises, and its layer where it has one. */
  readonly parts: readonly string[];
}

/**
 * The id of a step that practises some atoms, perhaps in a layer; a difference has the id of a
 * section, so that what was played stays with it when a section turns out to be derived.
 *
 * @example
 * stepId('join', ['s1', 's2', 'full']) // 'join:s1:s2:full'
 */
export function stepId(kind: StepKind, parts: readonly string[]): string {
  return [kind === 'difference' ? 'section' : kind, ...parts].join(':');
}

function isKind(word: string | undefined): word is StepKind {
  return (STEP_KINDS as readonly (string | undefined)[]).includes(word);
}

/**
 * Takes the id of a step apart; one that was made of several gives each of them, one of no known kind
 * nothing.
 *
 * @example
 * readStepId('grip:G+grip:D/F#') // [{ kind: 'grip', parts: ['G'] }, { kind: 'grip', parts: ['D/F#'] }]
 * @example
 * readStepId('section:s3+2:full') // [{ kind: 'section', parts: ['s3+2', 'full'] }]
 */
export function readStepId(id: string): readonly StepName[] {
  return id.split(PIECES).flatMap((one) => {
    const [kind, ...parts] = one.split(':');
    return isKind(kind) ? [{ kind, parts }] : [];
  });
}

/** An id made of several is joined by a plus before each kind. */
const PIECES = /\+(?=[a-z]+:)/;

/**
 * Finds a step by its id. Grips and crossings are gathered anew when a song changes: where none has the
 * very id, the step that has most of what it names, and at least half of it, is meant; undefined where
 * there is none.
 *
 * @example
 * findStep([], 'grip:G') // undefined
 */
export function findStep<Named extends Pick<Step, 'id'>>(
  steps: readonly Named[],
  id: string,
): Named | undefined {
  const exact = steps.find((step) => step.id === id);
  if (exact) return exact;
  const pieces = id.split(PIECES);
  const shared = (step: Named): number =>
    step.id.split(PIECES).filter((piece) => pieces.includes(piece)).length;
  const [best] = steps.toSorted((a, b) => shared(b) - shared(a));
  return best && shared(best) > 0 && shared(best) * 2 >= pieces.length ? best : undefined;
}

/** Makes a step; its id comes from what it practises, and the layer where it has one. */
export function createStep(kind: StepKind, step: Omit<Step, 'id' | 'kind'>): Step {
  const layer = step.layer === undefined ? [] : [step.layer];
  return { ...step, kind, id: stepId(kind, [...step.atoms, ...layer]) };
}
