import { computed, DOCUMENT, inject, Injectable, signal } from '@angular/core';
import type { Day } from '@harvu/core/day';
import type { TodaysCard } from '@harvu/core/today';
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

interface Kept {
  readonly personId: string;
  readonly day: Day;
  readonly cards: readonly ListedCard[];
}

const KEPT_AS = 'harvu-today';

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

function read(text: string | null | undefined): Kept | null {
  try {
    const { personId, day, cards } = JSON.parse(text ?? '') as Partial<Record<keyof Kept, unknown>>;
    const isKept = typeof personId === 'string' && typeof day === 'string' && Array.isArray(cards);
    if (!isKept || !cards.every(isCard)) return null;
    return { personId, day: day as Day, cards };
  } catch {
    return null;
  }
}

/** Today's list once it was begun: its cards in their order, and how far one is; a closed tab goes on with it. */
@Injectable({ providedIn: 'root' })
export class TodayList {
  private readonly session = inject(Session);
  private readonly storage = inject(DOCUMENT).defaultView?.localStorage;
  private readonly kept = signal(read(this.storage?.getItem(KEPT_AS)));

  /** Empty until it is begun, and again tomorrow. */
  readonly cards = computed(() => {
    const kept = this.kept();
    if (kept?.personId !== this.session.person()?.id) return [];
    return kept?.day === this.session.today() ? kept.cards : [];
  });
  /** The card to go on with; -1 where none is left. */
  readonly place = computed(() => this.cards().findIndex((one) => !one.isOver));

  begin(cards: readonly TodaysCard[]): void {
    const personId = this.session.person()?.id;
    if (personId === undefined) return;
    const listed = cards.map(({ planId, song, step, minutes, why }) => ({
      ...{ planId, stepId: step.id, title: step.title, song, minutes, isVisit: why === 'visit' },
      ...{ spentS: 0, isOver: false },
    }));
    this.keep({ personId, day: this.session.today(), cards: listed });
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
    this.kept.set(null);
    this.storage?.removeItem(KEPT_AS);
  }

  private change(index: number, changed: (card: ListedCard) => ListedCard): void {
    const kept = this.kept();
    if (!kept || !this.cards()[index]) return;
    const cards = kept.cards.map((card, at) => (at === index ? changed(card) : card));
    this.keep({ ...kept, cards });
  }

  private keep(kept: Kept): void {
    this.kept.set(kept);
    this.storage?.setItem(KEPT_AS, JSON.stringify(kept));
  }
}
