import type { Fingers, Grip } from '../fretboard';
import type { Layer } from '../song';
import type { OwnStepWords } from '../steps';
import type { Day } from '../day';

/** The schools of order; each only chooses among the orders that keep what a step needs before it. */
export const SCHOOLS = [
  'whole-first',
  'as-they-come',
  'grips-first',
  'hardest-first',
  'hand-first',
] as const;
export type School = (typeof SCHOOLS)[number];

/** One thing a teacher does to the steps by hand; steps, sections and grips by their ids and names. */
export type PlanChange =
  /** Placed right after another step, first of all where that is null; made under some school. */
  | {
      readonly kind: 'move';
      readonly step: string;
      readonly after: string | null;
      readonly school: School;
    }
  | { readonly kind: 'drop'; readonly step: string }
  /** Learnt in two parts first, the first ending with a bar, counted from 1. */
  | { readonly kind: 'split'; readonly step: string; readonly afterBar: number }
  | { readonly kind: 'merge'; readonly step: string; readonly with: string }
  | OwnStep
  | { readonly kind: 'note'; readonly step: string; readonly words: string }
  /** Good to have; nothing should wait for it. */
  | { readonly kind: 'optional'; readonly step: string }
  /** Taught although the student owns it. */
  | { readonly kind: 'bring-back'; readonly step: string }
  /** Another grip than the song's. */
  | {
      readonly kind: 'grip';
      readonly name: string;
      readonly grip: Grip;
      readonly fingers?: Fingers;
    }
  /** A riff or a picked pattern, by its name, that is simply strummed instead. */
  | { readonly kind: 'strummed'; readonly what: string }
  /** The last stroke before a change falls on open strings, while the hand is on its way. */
  | { readonly kind: 'open-stroke'; readonly from: string; readonly to: string }
  /** A part that is not learnt, by the id of its section. */
  /** Of a part that stands under several headings, only where this section is played, if one is named. */
  | { readonly kind: 'leave-out'; readonly part: string; readonly section?: string };

/** A step the teacher made, and where it stands. */
export interface OwnStep extends OwnStepWords {
  readonly kind: 'own';
  readonly after: string | null;
}

/** How a song is taught to somebody. */
export interface Teaching {
  readonly school: School;
  /** The fullest layer that is learnt. */
  readonly goal: Layer;
  readonly sings: boolean;
  /** Riffs are looked for by ear before they are read. */
  readonly byEar?: boolean;
  /** Slow, then straight to the goal; else a whole ladder. */
  readonly twoRungs: boolean;
  /** The day it is wanted for. */
  readonly wantedOn: Day | null;
  readonly changes: readonly PlanChange[];
}

/** How a song is taught until a teacher says otherwise. */
export const USUAL_TEACHING: Teaching = {
  school: 'whole-first',
  goal: 'full',
  sings: false,
  twoRungs: false,
  wantedOn: null,
  changes: [],
};
