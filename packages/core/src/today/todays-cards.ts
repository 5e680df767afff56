import type { Day } from '../day';
import type { OpenStep } from '../progress';

/** A song as today's list sees it. */
export interface SongToday {
  /** The plan's id. */
  readonly id: string;
  readonly title: string;
  /** The day it is wanted for; null where none is agreed. */
  readonly wantedOn: Day | null;
  readonly open: readonly OpenStep[];
}

/** Why something stands on today's list. */
export type CardReason = 'wanted' | 'holds back' | 'goes on' | 'new' | 'listening';

/** One thing to practise today. */
export interface TodaysCard {
  readonly planId: string;
  readonly song: string;
  readonly wantedOn: Day | null;
  readonly step: OpenStep;
  readonly minutes: number;
  readonly why: CardReason;
}

/** How much there is today, and how one is. */
export interface TodaysTime {
  readonly minutes: number;
  /** Something hurts: only what is listened to stays. */
  readonly isSore: boolean;
}

const MOST_CARDS = 5;
/** After so many minutes at one thing the hands want another. */
const LONGEST_MINUTES = 12;
/** Less than this is not worth beginning. */
const LEAST_MINUTES = 2;
/** More that is new in one day is not kept. */
const MOST_NEW = 2;

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

/** So many cards a day are aimed at, where there is enough to do. */
const USUAL_CARDS = 3;
const SHORTEST_CARD = 4;

/** What is on the list, before the minutes that are left over are given away. */
function chosen(
  songs: readonly SongToday[],
  { minutes, isSore }: TodaysTime,
): readonly TodaysCard[] {
  const most = Math.min(LONGEST_MINUTES, Math.max(SHORTEST_CARD, Math.ceil(minutes / USUAL_CARDS)));
  const cards: TodaysCard[] = [];
  let left = minutes;
  let fresh = 0;
  for (const [song, step] of inTurn(songs)) {
    const isNew = !step.isBegun;
    const isOff = (isSore && !step.isListening) || (isNew && fresh >= MOST_NEW);
    if (isOff || left < LEAST_MINUTES || cards.length >= MOST_CARDS) continue;
    const lasts = Math.min(left, most, Math.max(LEAST_MINUTES, Math.ceil(step.minutes)));
    const { id: planId, title, wantedOn } = song;
    cards.push({
      ...{ planId, song: title, wantedOn, step, minutes: lasts, why: reasonOf(step, song) },
    });
    left -= lasts;
    if (isNew) fresh += 1;
  }
  return cards;
}

/**
 * Lists what is to be practised today over all songs, so that it fits the minutes there are: of each song in turn,
 * the one wanted soonest first, what holds it back before what was begun and what is new; three things where there
 * are so many, nothing longer than twelve minutes at once, at most two new things. Where something hurts, only what
 * is listened to. Empty where there is no time, or nothing is open.
 *
 * @example
 * todaysCards([], { minutes: 15, isSore: false }) // []
 */
export function todaysCards(songs: readonly SongToday[], time: TodaysTime): readonly TodaysCard[] {
  const cards = chosen(songs, time);
  let left = time.minutes - cards.reduce((sum, one) => sum + one.minutes, 0);
  // What is left over goes to the first that need it.
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
