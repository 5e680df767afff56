import { differenceInMinutes, parseISO } from 'date-fns';
import type { Day } from '../day';

/** Who says so: the student, the teacher, or what was measured. */
export type Source = 'self' | 'teacher' | 'measured';

/** Something that happened to one student with one song; it is written down once and never changed. */
interface Happened {
  /** Made by the client, so that the same event sent twice counts once. */
  readonly id: string;
  /** When it happened, ISO 8601 in UTC. */
  readonly at: string;
  /** The studio's day it happened on. */
  readonly day: Day;
  readonly source: Source;
  /** When the server had it; unknown while it waits on the device. */
  readonly receivedAt?: string;
}

/** One logged attempt at a step. */
export interface Try extends Happened {
  readonly stepId: string;
  /** The tempo of the click (changes a minute in a change drill); null without one. */
  readonly bpm: number | null;
  readonly clean: boolean;
  /** Passes this try stands for, from 1. */
  readonly passes: number;
  readonly seconds: number;
  /** The bar of the pass in which it failed, from 1, where that was said. */
  readonly failedBar?: number;
  /** It did not only stumble: it came to a stop. */
  readonly stopped?: true;
}

/** An attempt as it stands in the log, with the revision of the song that was played. */
export interface TryEvent extends Try {
  readonly kind: 'try';
  readonly revision: number;
}

/** The teacher heard a step and says it is done. */
export interface SignOff extends Happened {
  readonly kind: 'sign-off';
  readonly stepId: string;
  readonly revision: number;
}

/** A few words kept beside a step, or beside the whole song where none is named. */
export interface NoteEvent extends Happened {
  readonly kind: 'note';
  readonly stepId: string | null;
  readonly words: string;
  readonly revision: number;
}

/** What an earlier try was in truth; the try itself stays in the log. */
export interface Correction extends Happened {
  readonly kind: 'correction';
  /** The id of the try. */
  readonly of: string;
  /** Null where it did not happen at all. */
  readonly clean: boolean | null;
  readonly revision: number;
}

/** Where an earlier try failed, said afterwards. */
export interface Where extends Happened {
  readonly kind: 'where';
  /** The id of the try. */
  readonly of: string;
  /** The bar of the pass, from 1. */
  readonly bar: number;
  readonly revision: number;
}

/** Time that was played without a mark. */
export interface PlayedTime extends Happened {
  readonly kind: 'time';
  readonly stepId: string;
  readonly bpm: number | null;
  readonly seconds: number;
  readonly revision: number;
}

/** A change drilled by the clock: how often it was made, so how long it takes. */
export interface ChangeDrill extends Happened {
  readonly kind: 'drill';
  readonly stepId: string;
  readonly from: string;
  readonly to: string;
  /** Changes that were made, each with one strum, in so many seconds. */
  readonly count: number;
  readonly seconds: number;
  readonly revision: number;
}

/** Strokes that became quicker and quicker until the hand could not follow: the last rate it did. */
export interface StrokeDrill extends Happened {
  readonly kind: 'strokes';
  readonly stepId: string;
  readonly perSecond: number;
  readonly seconds: number;
  readonly revision: number;
}

/** How a take came in. */
export type TakeSource = 'microphone' | 'file' | 'midi' | 'taps' | 'stand-in';

/** How a change of grips went in a take. */
export interface TakenChange {
  readonly from: string;
  readonly to: string;
  /** How late its first stroke came; null where it was not heard. */
  readonly lateMs: number | null;
  /** The time the pattern leaves for it. */
  readonly leavesS: number;
}

/** What was really played, in figures; its sound stays on the device. */
export interface TakeEvent extends Happened {
  readonly kind: 'take';
  readonly stepId: string;
  readonly bpm: number | null;
  readonly from: TakeSource;
  readonly clean: boolean;
  /** Strokes that were expected, were missing, were too many. */
  readonly strokes: number;
  readonly missed: number;
  readonly extra: number;
  readonly spreadMs: number;
  readonly driftPercent: number;
  readonly changes: readonly TakenChange[];
  readonly seconds: number;
  readonly revision: number;
}

/** A grip heard string by string; strings are counted from 1, the thinnest. */
export interface RingCheck extends Happened {
  readonly kind: 'ring';
  readonly stepId: string;
  readonly grip: string;
  /** Those that were struck. */
  readonly struck: readonly number[];
  /** Those of them that did not ring. */
  readonly dull: readonly number[];
  readonly revision: number;
}

/** Something hurts: practice ends for the day. */
export interface Sore extends Happened {
  readonly kind: 'sore';
  readonly revision: number;
}

/** The student does not get on with a step; the bar, from 1, where one is said. */
export interface Stuck extends Happened {
  readonly kind: 'stuck';
  readonly stepId: string;
  readonly bar: number | null;
  readonly revision: number;
}

/** The song was corrected: what was played of some parts before is not what stands there now. */
export interface Changed extends Happened {
  readonly kind: 'changed';
  /** Ids of the parts, and what they are called. */
  readonly parts: readonly string[];
  readonly names: readonly string[];
  readonly revision: number;
}

/** One entry of the log. */
export type PlanEvent =
  | TryEvent
  | SignOff
  | NoteEvent
  | Correction
  | Where
  | PlayedTime
  | ChangeDrill
  | StrokeDrill
  | TakeEvent
  | RingCheck
  | Sore
  | Stuck
  | Changed;

/** Moments are written in one form, so that their letters stand in their order. */
function byTime(a: PlanEvent, b: PlanEvent): number {
  if (a.at !== b.at) return a.at < b.at ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

function inOrder(events: readonly PlanEvent[]): readonly PlanEvent[] {
  const once = new Map(events.map((one) => [one.id, one]));
  return [...once.values()].sort(byTime);
}

/** A clock at home may be a little ahead of the server's; more than this is a wrong date. */
const AHEAD_MINUTES = 10;

/**
 * Tells whether an event says it happened after it was known of: its device's clock was wrong, and it
 * counts for nothing.
 *
 * @example
 * isDatedAhead({ at: '2026-11-27T10:00:00.000Z', receivedAt: '2026-11-26T10:00:00.000Z' }) // true
 */
export function isDatedAhead({ at, receivedAt }: Pick<Happened, 'at' | 'receivedAt'>): boolean {
  if (receivedAt === undefined) return false;
  return differenceInMinutes(parseISO(at), parseISO(receivedAt)) > AHEAD_MINUTES;
}

/**
 * Gives the tries of a log as they stand after every correction, each once and in the order they were
 * played; of several corrections the last holds.
 *
 * @example
 * triesIn([]) // []
 */
export function triesIn(events: readonly PlanEvent[]): readonly TryEvent[] {
  const all = inOrder(events);
  const corrected = new Map<string, boolean | null>();
  const failedBars = new Map<string, number>();
  for (const one of all) {
    if (one.kind === 'correction') corrected.set(one.of, one.clean);
    if (one.kind === 'where') failedBars.set(one.of, one.bar);
  }
  return all.flatMap((one) => {
    if (one.kind !== 'try' || isDatedAhead(one)) return [];
    const clean = corrected.has(one.id) ? corrected.get(one.id) : one.clean;
    if (clean == null) return [];
    const failedBar = failedBars.get(one.id);
    return [{ ...one, clean, ...(failedBar !== undefined && { failedBar }) }];
  });
}

/**
 * Gives the drills of a log that were made by the clock, each once and in their order.
 *
 * @example
 * drillsIn([]) // []
 */
export function drillsIn(events: readonly PlanEvent[]): readonly Drill[] {
  return inOrder(events)
    .filter((one): one is Drill => one.kind === 'drill' || one.kind === 'strokes')
    .filter((one) => !isDatedAhead(one));
}

/** Something that was measured to the limit. */
export type Drill = ChangeDrill | StrokeDrill;

/**
 * Gives the takes of a log that were really played, each once and in their order; what a stand-in played
 * says nothing of anybody.
 *
 * @example
 * takesIn([]) // []
 */
export function takesIn(events: readonly PlanEvent[]): readonly TakeEvent[] {
  return inOrder(events)
    .filter((one): one is TakeEvent => one.kind === 'take' && one.from !== 'stand-in')
    .filter((one) => !isDatedAhead(one));
}

/** Time that was played on a day. */
export type Played = Pick<Try, 'day' | 'seconds'>;

/**
 * Gives all time that was played, with marks and without.
 *
 * @example
 * playedIn([]) // []
 */
export function playedIn(events: readonly PlanEvent[]): readonly Played[] {
  const unmarked = inOrder(events).filter(
    (one) => one.kind === 'time' || one.kind === 'drill' || one.kind === 'strokes',
  );
  return [...triesIn(events), ...unmarked.filter((one) => !isDatedAhead(one))];
}

/** Of each grip that was heard string by string, the last time; none where every string rang. */
function stillDull(events: readonly PlanEvent[]): readonly RingCheck[] {
  const last = new Map<string, RingCheck>();
  for (const one of events) if (one.kind === 'ring') last.set(one.grip, one);
  return [...last.values()].filter(({ dull }) => dull.length > 0);
}

/**
 * Gives what a student said in the practice room since a day, that day too: what hurts, where it does not go
 * on, which string of a grip still does not ring; the latest first.
 *
 * @example
 * saidSince([], '2026-11-26') // []
 */
export function saidSince(
  events: readonly PlanEvent[],
  day: Day,
): readonly (Sore | Stuck | RingCheck)[] {
  const counted = inOrder(events).filter((one) => !isDatedAhead(one));
  const dull = new Set<PlanEvent>(stillDull(counted));
  return counted
    .filter(
      (one): one is Sore | Stuck | RingCheck =>
        one.kind === 'sore' || one.kind === 'stuck' || dull.has(one),
    )
    .filter((one) => one.day >= day)
    .toReversed();
}
