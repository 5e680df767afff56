import { assumed } from '../constants';
import { dayAfter, type Day } from '../day';
import type { OpenStep, VisitStep } from '../standing';

/** A song as today's list sees it. */
export interface SongToday {
  /** The plan's id. */
  readonly id: string;
  readonly title: string;
  /** The day it is wanted for; null where none is agreed. */
  readonly wantedOn: Day | null;
  readonly open: readonly OpenStep[];
  /** What was learned, by when it wants a visit. */
  readonly visits: readonly VisitStep[];
  /** The days on which something was begun lately, once for each step. */
  readonly begunOn: readonly Day[];
}

/** Why something stands on today's list. */
export type CardReason = 'wanted' | 'holds back' | 'goes on' | 'new' | 'listening' | 'visit';

/** One thing to practise today. */
export interface TodaysCard {
  readonly planId: string;
  readonly song: string;
  readonly wantedOn: Day | null;
  readonly step: OpenStep;
  readonly minutes: number;
  readonly why: CardReason;
  /** The day it was played last; null where it is no visit. */
  readonly lastOn: Day | null;
}

/** How much there is today, and how one is. */
export interface TodaysTime {
  readonly today: Day;
  readonly minutes: number;
  /** Something hurts: only what is listened to stays. */
  readonly isSore: boolean;
}

const MOST_CARDS = 5;
/** After so many minutes at one thing the hands want another. */
const LONGEST_MINUTES = assumed('blockMinutes');
/** Less than this is not worth beginning. */
const LEAST_MINUTES = assumed('visitLeastMinutes');
/** More that is new in one day is not kept. */
const MOST_NEW = assumed('newADay');
/** What is begun and not finished is soon left alone. */
const MOST_NEW_A_WEEK = assumed('newAWeek');
const WEEK_DAYS = 7;

/** So many cards a day are aimed at, where there is enough to do. */
const USUAL_CARDS = 3;
const SHORTEST_CARD = 4;

/** Of the time, so much is for what was learned before. */
const VISIT_SHARE = assumed('visitShare');

/**
 * Lists what is to be practised today over all songs, so that it fits the minutes there are: of each song in turn,
 * the one wanted soonest first, what holds it back before what was begun and what is new; three things where there
 * are so many, nothing longer than twelve minutes at once, at most two new things, in a week too as long as
 * something else is there to practise; then, for a fifth of the time,
 * what was learned before and is due a visit, and more of it where nothing else is left to do. Where something
 * hurts, only what is listened to. Empty where there is no time, or nothing is open or due.
 *
 * @example
 * todaysCards([], { today: '2026-11-26', minutes: 15, isSore: false }) // []
 */
export function todaysCards(songs: readonly SongToday[], time: TodaysTime): readonly TodaysCard[] {
  const due = visitsDue(songs, time);
  const kept = fitting(due, Math.max(LEAST_MINUTES, time.minutes * VISIT_SHARE));
  const forOpen = time.minutes - minutesOf(kept);
  const open = extended(chosen(songs, { ...time, minutes: forOpen }), forOpen);
  const left = time.minutes - minutesOf(open);
  const visits = fitting(due, left).slice(0, Math.max(0, MOST_CARDS - open.length));
  return [...open, ...visits];
}

function reasonOf(step: OpenStep, { wantedOn }: SongToday): CardReason {
  if (step.isListening) return 'listening';
  if (!step.isBegun) return 'new';
  if (wantedOn !== null) return 'wanted';
  return step.holdsBack ? 'holds back' : 'goes on';
}

/** Of a song first what holds it back, then what was begun, then what is new, each in the plan's order. */
function inOrder({ open }: SongToday): readonly OpenStep[] {
  const rank = (step: OpenStep): number =>
    step.holdsBack && step.isBegun ? 0 : step.isBegun ? 1 : 2;
  return open.toSorted((a, b) => rank(a) - rank(b));
}

/** One of each song in turn, the song that is wanted soonest first. */
function inTurn(songs: readonly SongToday[]): readonly (readonly [SongToday, OpenStep])[] {
  const soonest = songs.toSorted((a, b) =>
    (a.wantedOn ?? '9999-12-31').localeCompare(b.wantedOn ?? '9999-12-31'),
  );
  const rows = soonest.map((song) => [song, inOrder(song)] as const);
  const longest = Math.max(0, ...rows.map(([, steps]) => steps.length));
  return Array.from({ length: longest }, (_, index) =>
    rows.flatMap(([song, steps]) => {
      const step = steps[index];
      return step ? [[song, step] as const] : [];
    }),
  ).flat();
}

/** How many new things there may be today: two, and two in seven days; one where else there would be nothing. */
function newToday(songs: readonly SongToday[], today: Day): number {
  const since = dayAfter(today, 1 - WEEK_DAYS);
  const before = songs.flatMap(({ begunOn }) => begunOn.filter((day) => day >= since));
  const left = Math.min(MOST_NEW, MOST_NEW_A_WEEK - before.length);
  const hasMore = songs.some(({ open }) => open.some((step) => step.isBegun && !step.isListening));
  return Math.max(hasMore ? 0 : 1, left);
}

/** Where something hurts, hands rest. */
function isOff({ isListening }: OpenStep, isSore: boolean): boolean {
  return isSore && !isListening;
}

function askedBy({ minutes }: OpenStep): number {
  return Math.max(LEAST_MINUTES, Math.ceil(minutes));
}

function hasSound(songs: readonly SongToday[]): boolean {
  return songs.some(({ open }) => open.some((step) => step.isPlayed));
}

/** What is on the list, before the minutes that are left over are given away. */
function chosen(
  songs: readonly SongToday[],
  { today, minutes, isSore }: TodaysTime,
): readonly TodaysCard[] {
  const mostNew = newToday(songs, today);
  const most = Math.min(LONGEST_MINUTES, Math.max(SHORTEST_CARD, Math.ceil(minutes / USUAL_CARDS)));
  const lastsOf = (step: OpenStep): number =>
    // The first day plays: until something sounds, getting ready and listening are kept short.
    waitsToPlay && !step.isPlayed ? LEAST_MINUTES : Math.min(most, askedBy(step));
  const cards: TodaysCard[] = [];
  let left = minutes;
  let fresh = 0;
  let waitsToPlay = !isSore && hasSound(songs);
  for (const [song, step] of inTurn(songs)) {
    const isNew = !step.isBegun && step.isPlayed;
    if (isOff(step, isSore) || (isNew && fresh >= mostNew)) continue;
    if (left < LEAST_MINUTES || cards.length >= MOST_CARDS) continue;
    const lasts = Math.min(left, lastsOf(step));
    const { id: planId, title, wantedOn } = song;
    cards.push({
      planId,
      song: title,
      wantedOn,
      step,
      minutes: lasts,
      why: reasonOf(step, song),
      lastOn: null,
    });
    left -= lasts;
    fresh += isNew ? 1 : 0;
    waitsToPlay &&= !step.isPlayed;
  }
  return cards;
}

/** What is due a visit, the longest due first, as much as fits; in what is left over, more. */
function visitsDue(
  songs: readonly SongToday[],
  { today, minutes, isSore }: TodaysTime,
): readonly TodaysCard[] {
  if (isSore || minutes < LEAST_MINUTES) return [];
  return songs
    .flatMap(({ id, title, wantedOn, visits }) =>
      visits
        .filter(({ dueOn }) => dueOn <= today)
        .map((visit) => ({ ...visit, planId: id, title, wantedOn })),
    )
    .toSorted((a, b) => a.dueOn.localeCompare(b.dueOn))
    .map(({ planId, title, wantedOn, step, lastOn, minutes: asked }) => ({
      planId,
      song: title,
      wantedOn,
      step,
      lastOn,
      why: 'visit' as const,
      minutes: Math.max(LEAST_MINUTES, asked),
    }));
}

/** The cards that fit into minutes, one after the other. */
function fitting(cards: readonly TodaysCard[], minutes: number): readonly TodaysCard[] {
  let left = minutes;
  return cards.filter((card) => {
    const fits = card.minutes <= left;
    if (fits) left -= card.minutes;
    return fits;
  });
}

function minutesOf(cards: readonly TodaysCard[]): number {
  return cards.reduce((sum, one) => sum + one.minutes, 0);
}

/** What is left over goes to the first that need it. */
function extended(cards: readonly TodaysCard[], minutes: number): readonly TodaysCard[] {
  let left = minutes - minutesOf(cards);
  return cards.map((card) => {
    const more = Math.min(left, LONGEST_MINUTES - card.minutes, spare(card, left));
    left -= more;
    return { ...card, minutes: card.minutes + more };
  });
}

/** Minutes a card could still use; too little for another card is used by any. */
function spare({ step, minutes }: TodaysCard, left: number): number {
  return left < LEAST_MINUTES ? left : Math.max(0, Math.ceil(step.minutes) - minutes);
}
