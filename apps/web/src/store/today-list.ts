import { computed, inject, Injectable } from '@angular/core';
import type { Day } from '@harvu/core/day';
import type { TodaysCard } from '@harvu/core/today';
import { fieldsIn, preference } from '../platform/preference';
import { Session } from '../platform/session';

/** A card of the list that was begun; it stays where it is, whatever is played meanwhile. */
export interface ListedCard {
  readonly planId: string;
  readonly stepId: string;
  readonly title: string;
  readonly song: string;
  readonly minutes: number;
  /** It is done already, and played again so that it stays. */
  readonly isVisit: boolean;
  /** Seconds that were spent on it. */
  readonly spentS: number;
  readonly isOver: boolean;
}

interface Begun {
  readonly personId: string;
  readonly day: Day;
  readonly cards: readonly ListedCard[];
}

const KEPT_AS = 'harvu-today';

/** Today's list once it was begun: its cards in their order, and how far one is; a closed tab goes on with it. */
@Injectable({ providedIn: 'root' })
export class TodayList {
  private readonly session = inject(Session);
  private readonly begun = preference(KEPT_AS, read);

  /** Empty until it is begun, and again tomorrow. */
  readonly cards = computed(() => {
    const begun = this.begun.value();
    if (begun?.personId !== this.session.person()?.id) return [];
    return begun?.day === this.session.today() ? begun.cards : [];
  });
  /** The card to go on with; -1 where none is left. */
  readonly place = computed(() => this.cards().findIndex((one) => !one.isOver));

  begin(cards: readonly TodaysCard[]): void {
    const personId = this.session.person()?.id;
    if (personId === undefined) return;
    const listed = cards.map(({ planId, song, step, minutes, why }) => ({
      planId,
      stepId: step.id,
      title: step.title,
      song,
      minutes,
      isVisit: why === 'visit',
      spentS: 0,
      isOver: false,
    }));
    this.begun.set({ personId, day: this.session.today(), cards: listed });
  }

  /** Adds seconds to a card; its minutes once spent, it is over. */
  spend(index: number, seconds: number): void {
    this.change(index, (card) => ({ ...card, spentS: card.spentS + seconds }));
  }

  finish(index: number): void {
    this.change(index, (card) => ({ ...card, isOver: true }));
  }

  /** Puts the list away, so that another can be made. */
  end(): void {
    this.begun.set(null);
  }

  private change(index: number, changed: (card: ListedCard) => ListedCard): void {
    const begun = this.begun.value();
    if (!begun || !this.cards()[index]) return;
    const cards = begun.cards.map((card, at) => (at === index ? changed(card) : card));
    this.begun.set({ ...begun, cards });
  }
}

function isCard(value: unknown): value is ListedCard {
  const card = value as Partial<Record<keyof ListedCard, unknown>> | null;
  const words = [card?.planId, card?.stepId, card?.title, card?.song];
  const figures = [card?.minutes, card?.spentS];
  return (
    words.every((one) => typeof one === 'string') &&
    figures.every((one) => typeof one === 'number' && one >= 0) &&
    typeof card?.isOver === 'boolean' &&
    typeof card.isVisit === 'boolean'
  );
}

function read(found: unknown): Begun | null {
  const { personId, day, cards } = fieldsIn<keyof Begun>(found);
  const isBegun = typeof personId === 'string' && typeof day === 'string' && Array.isArray(cards);
  return isBegun && cards.every(isCard) ? { personId, day: day as Day, cards } : null;
}
