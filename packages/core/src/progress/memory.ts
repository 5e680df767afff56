import { parseISO } from 'date-fns';
import { createEmptyCard, fsrs, Rating, type Card, type Grade } from 'ts-fsrs';
import { assumed } from '../constants';
import { dayAfter, daysBetween, type Day } from '../day';
import type { Try } from '../events';
import { holdRuleOf, attemptsOf, heldOf, type Attempt } from '../practice';
import type { Step } from '../steps';
import { byDay } from './climbed';

/** How well something that was learned is still there. */
export interface Memory {
  /** How likely it goes as it went, from 0 to 1. */
  readonly retrievability: number;
  /** So many days after it was played last, it goes with nine chances in ten. */
  readonly stabilityDays: number;
  readonly lastOn: Day;
  /** The day on which a visit is due. */
  readonly dueOn: Day;
  /** From this day on it has to be shown again before it counts as ready. */
  readonly fadesOn: Day;
}

/** Days, and nothing left to chance. */
const SCHEDULER = fsrs({ enable_fuzz: false, enable_short_term: false });

/** The same log is asked about the same step for visits and for what is left of a song: it is gone through once. */
const known = new WeakMap<readonly Try[], Map<Step, Card | null>>();

const SHOW_AGAIN = assumed('showAgain');
const MOST_DAYS = 3650;

/**
 * Tells how well a student still has what a step practises, by the spaced-review scheduler: one review a day, by
 * what went worst of what was held. Null before it was held at any tempo.
 *
 * @example
 * memoryOf(makeSteps(workpieceOf(readChart('[A]\n| Em |').song))[0], [], '2026-11-26') // null
 */
export function memoryOf(step: Step, tries: readonly Try[], today: Day): Memory | null {
  const card = cardOf(step, tries);
  if (!card?.last_review) return null;
  const lastOn = card.last_review.toISOString().slice(0, 10) as Day;
  const now = daysBetween(lastOn, today) > 0 ? today : lastOn;
  return {
    retrievability: SCHEDULER.get_retrievability(card, noonOf(now), false),
    stabilityDays: card.stability,
    lastOn,
    dueOn: dayAfter(lastOn, Math.max(1, card.scheduled_days)),
    fadesOn: dayAfter(lastOn, daysUntilFaded(card, lastOn)),
  };
}

function noonOf(day: Day): Date {
  return parseISO(`${day}T12:00:00Z`);
}

/**
 * The mark of a day: again where something that was held went wrong, hard where nothing was clean at the goal,
 * good where it was. What goes wrong above what was held says nothing; null where only that was tried.
 */
function gradeOf(
  attempts: readonly Attempt[],
  { heldBpm, goalBpm }: { readonly heldBpm: number | null; readonly goalBpm: number },
): Grade | null {
  const slipped = attempts.some(({ clean, bpm }) => !clean && heldBpm !== null && bpm <= heldBpm);
  if (slipped) return Rating.Again;
  const clean = attempts.filter((one) => one.clean).map(({ bpm }) => bpm);
  if (clean.length === 0) return null;
  return Math.max(...clean) >= goalBpm ? Rating.Good : Rating.Hard;
}

/** The card of one step, reviewed once a day from the first on which it was held. */
function reviewed(step: Step, tries: readonly Try[]): Card | null {
  const goalBpm = step.rungs.at(-1) ?? 0;
  const asked = holdRuleOf(step);
  let card: Card | null = null;
  let held = heldOf([], asked);
  for (const [day, attempts] of byDay(attemptsOf(step, tries))) {
    const { bpm: heldBpm } = held;
    held = heldOf(attempts, asked, held);
    const grade: Grade | null =
      held.bpm === null && !card ? null : gradeOf(attempts, { heldBpm, goalBpm });
    const now = noonOf(day);
    if (grade !== null) card = SCHEDULER.next(card ?? createEmptyCard(now), now, grade).card;
  }
  return card;
}

function cardOf(step: Step, tries: readonly Try[]): Card | null {
  const own = known.get(tries) ?? new Map<Step, Card | null>();
  known.set(tries, own);
  const card = own.get(step);
  if (card !== undefined) return card;
  const made = reviewed(step, tries);
  own.set(step, made);
  return made;
}

/** How many days after a review it goes in fewer than seven of ten runs; ten years at most. */
function daysUntilFaded(card: Card, lastOn: Day): number {
  let [low, high] = [0, MOST_DAYS];
  while (low < high) {
    const days = Math.floor((low + high) / 2);
    const left = SCHEDULER.get_retrievability(card, noonOf(dayAfter(lastOn, days)), false);
    if (left < SHOW_AGAIN) high = days;
    else low = days + 1;
  }
  return low;
}
