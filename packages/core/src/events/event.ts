import { momentMs, type Day } from '../day';

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
export interface WhereFailed extends Happened {
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
export interface SongChanged extends Happened {
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
  | WhereFailed
  | PlayedTime
  | ChangeDrill
  | StrokeDrill
  | TakeEvent
  | RingCheck
  | Sore
  | Stuck
  | SongChanged;

/** A clock at home may be a little ahead of the server's; more than this is a wrong date. */
const AHEAD_MS = 10 * 60_000;
const DAY_MS = 86_400_000;
/** Noon of a day somewhere is at most so far from a moment of that day anywhere. */
const DAY_REACH_MS = 1.7 * DAY_MS;

/**
 * Tells whether an event says it happened after it was known of, or on a day that is not the day of its
 * moment anywhere: its device's clock was wrong, and it counts for nothing.
 *
 * @example
 * isDatedAhead({ at: '2026-11-27T10:00:00.000Z', day: '2026-11-27', receivedAt: '2026-11-26T10:00:00.000Z' }) // true
 */
export function isDatedAhead({
  at,
  day,
  receivedAt,
}: Pick<Happened, 'at' | 'day' | 'receivedAt'>): boolean {
  const moment = momentMs(at);
  if (Math.abs(momentMs(`${day}T12:00:00Z`) - moment) > DAY_REACH_MS) return true;
  return receivedAt !== undefined && moment - momentMs(receivedAt) > AHEAD_MS;
}

/** Nobody's click goes so fast. */
const FASTEST_BPM = 400;
/** No pass of anything is over in less. */
const SHORTEST_PASS_S = 0.3;

/**
 * Tells whether a try cannot have been played as it was logged: it counts for nothing. A teacher may mark
 * several passes in a moment.
 *
 * @example
 * isImpossible({ bpm: 1000, passes: 1, seconds: 9, source: 'self' }) // true
 */
export function isImpossible({
  bpm,
  passes,
  seconds,
  source,
}: Pick<Try, 'bpm' | 'passes' | 'seconds' | 'source'>): boolean {
  if ((bpm ?? 0) > FASTEST_BPM) return true;
  return source === 'self' && passes > 1 && seconds < passes * SHORTEST_PASS_S;
}

const isOwnWord = ({ source }: Happened): boolean => source === 'self';

/**
 * Gives the corrections of a log that hold: of several of one try the last, a teacher's over a student's;
 * none of a student's on what a teacher heard.
 *
 * @example
 * correctionsIn([]).size // 0
 */
export function correctionsIn(events: readonly PlanEvent[]): ReadonlyMap<string, Correction> {
  const all = inOrder(events);
  const heard = new Set(
    all.filter((one) => one.kind === 'try' && !isOwnWord(one)).map(({ id }) => id),
  );
  const words = all.filter((one): one is Correction => one.kind === 'correction');
  return lastWords(words.filter((one) => !isOwnWord(one) || !heard.has(one.of)));
}

/**
 * Gives the tries of a log as they stand after every correction, each once and in the order they were
 * played; of several corrections the last holds, and a teacher's over a student's own word.
 *
 * @example
 * triesIn([]) // []
 */
export function triesIn(events: readonly PlanEvent[]): readonly TryEvent[] {
  const all = inOrder(events);
  const corrected = correctionsIn(all);
  const places = lastWords(all.filter((one): one is WhereFailed => one.kind === 'where'));
  return all.flatMap((one) => {
    if (one.kind !== 'try' || isImpossible(one)) return [];
    const correction = corrected.get(one.id);
    const clean = correction ? correction.clean : one.clean;
    if (clean === null) return [];
    const failedBar = wordOn(one, places)?.bar ?? one.failedBar;
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
  return inOrder(events).filter(
    (one): one is Drill => one.kind === 'drill' || one.kind === 'strokes',
  );
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
  return inOrder(events).filter(
    (one): one is TakeEvent => one.kind === 'take' && one.from !== 'stand-in',
  );
}

/** Time that was played on a day. */
export type TimePlayed = Pick<Try, 'day' | 'seconds'>;

/**
 * Gives all time that was played, with marks and without.
 *
 * @example
 * playedIn([]) // []
 */
export function playedIn(events: readonly PlanEvent[]): readonly TimePlayed[] {
  const unmarked = inOrder(events).filter(
    (one) => one.kind === 'time' || one.kind === 'drill' || one.kind === 'strokes',
  );
  return [...triesIn(events), ...unmarked];
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
  const counted = inOrder(events);
  const dull = new Set<PlanEvent>(stillDull(counted));
  return counted
    .filter(
      (one): one is Sore | Stuck | RingCheck =>
        one.kind === 'sore' || one.kind === 'stuck' || dull.has(one),
    )
    .filter((one) => one.day >= day)
    .toReversed();
}

/** Moments are written in one form, so that their letters stand in their order. */
function byTime(a: PlanEvent, b: PlanEvent): number {
  if (a.at !== b.at) return a.at < b.at ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/** Events that count, each once and in their order. */
function inOrder(events: readonly PlanEvent[]): readonly PlanEvent[] {
  const once = new Map(events.map((one) => [one.id, one]));
  return [...once.values()].filter((one) => !isDatedAhead(one)).sort(byTime);
}

/** What was said afterwards of each try: the last word holds, and a teacher's over a student's own. */
function lastWords<Word extends Correction | WhereFailed>(
  words: readonly Word[],
): ReadonlyMap<string, Word> {
  const last = new Map<string, Word>();
  for (const word of words) {
    const before = last.get(word.of);
    if (!before || isOwnWord(before) || !isOwnWord(word)) last.set(word.of, word);
  }
  return last;
}

/** A student corrects their own word, and not what a teacher heard. */
function wordOn<Word extends Correction | WhereFailed>(
  one: TryEvent,
  words: ReadonlyMap<string, Word>,
): Word | undefined {
  const word = words.get(one.id);
  return word && (isOwnWord(one) || !isOwnWord(word)) ? word : undefined;
}

/** Of each grip that was heard string by string, the last time; none where every string rang. */
function stillDull(events: readonly PlanEvent[]): readonly RingCheck[] {
  const last = new Map<string, RingCheck>();
  for (const one of events) if (one.kind === 'ring') last.set(one.grip, one);
  return [...last.values()].filter(({ dull }) => dull.length > 0);
}
