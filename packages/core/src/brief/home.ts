import { dayAfter, weekdayOf, type Day } from '../day';
import { todaysCards, type TodaysCard } from '../today';
import type { StudentNow } from './student-now';

/** The cards of the first day with practice after a lesson. */
export interface HomeCards {
  readonly day: Day;
  readonly minutes: number;
  readonly cards: readonly TodaysCard[];
}

const WEEK_DAYS = 7;

/**
 * Makes the cards for the next day of practice after a lesson, as the student will find them; null where no day of
 * practice is agreed.
 *
 * @example
 * homeCards({ songs: [], minutesByWeekday: [0, 0, 0, 0, 10, 0, 0] }, '2026-11-26')?.day // '2026-11-27'
 */
export function homeCards({ songs, minutesByWeekday }: StudentNow, today: Day): HomeCards | null {
  const days = Array.from({ length: WEEK_DAYS }, (_, index) => dayAfter(today, index + 1));
  const day = days.find((one) => (minutesByWeekday[weekdayOf(one)] ?? 0) > 0);
  if (day === undefined) return null;
  const minutes = minutesByWeekday[weekdayOf(day)] ?? 0;
  const own = songs.map(({ planId: id, title, overview }) => ({ id, title, ...overview }));
  const isSore = songs.some(({ overview }) => overview.soreOn === today);
  return { day, minutes, cards: todaysCards(own, { today: day, minutes, isSore }) };
}

/** What of a card is said. */
interface CardTold extends Pick<TodaysCard, 'why'> {
  readonly step: Pick<TodaysCard['step'], 'title' | 'nowBpm' | 'rungUnit' | 'goal'>;
}

/**
 * Says a card in exact words: what, at which tempo, how often clean, for how long.
 *
 * @example
 * cardWords({ step: { title: 'Verse', nowBpm: 70, rungUnit: 'bpm', goal: '3 times clean in a row' }, minutes: 5, song: 'W', why: 'goes on' }) // 'Verse (W): at 70 bpm, 3 times clean in a row; 5 min'
 */
export function cardWords(card: CardTold & Pick<TodaysCard, 'minutes' | 'song'>): string {
  return `${card.step.title} (${card.song}): ${askWords(card)}; ${card.minutes} min`;
}

/**
 * Says what a card asks for: at which tempo, how often clean.
 *
 * @example
 * askWords({ step: { title: 'Verse', nowBpm: 70, rungUnit: 'bpm', goal: '3 clean in a row' }, why: 'visit' }) // 'at 70 bpm, once through, so that it stays'
 */
export function askWords({ step, why }: CardTold): string {
  const tempo = step.nowBpm === null ? '' : `at ${step.nowBpm} ${step.rungUnit}, `;
  return tempo + (why === 'visit' ? 'once through, so that it stays' : step.goal);
}
