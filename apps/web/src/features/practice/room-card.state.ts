import {
  computed,
  DOCUMENT,
  effect,
  inject,
  Injectable,
  signal,
  untracked,
  type DestroyRef,
} from '@angular/core';
import { interval } from 'rxjs';
import { TodayList, type ListedCard } from '../../store';
import { PracticeState } from './practice.state';

const TICK_MS = 1000;

/** The card of today's list that is practised: its place, its minutes, and what comes after it. */
@Injectable()
export class RoomCard {
  private readonly list = inject(TodayList);
  private readonly state = inject(PracticeState);
  private readonly document = inject(DOCUMENT);
  private readonly index = signal(-1);

  /** Undefined where one came by oneself. */
  readonly card = computed((): ListedCard | undefined => this.list.cards()[this.index()]);
  /** "card 2 of 4 · 3 of 6 min"; empty where one came by oneself. */
  readonly words = computed(() => {
    const card = this.card();
    if (!card) return '';
    const spent = Math.floor(card.spentS / 60);
    const place = `card ${this.index() + 1} of ${this.list.cards().length}`;
    return `${place} · ${Math.min(spent, card.minutes)} of ${card.minutes} min`;
  });
  /** Its minutes are spent, or its step is done. */
  readonly isOver = computed(() => {
    const card = this.card();
    if (!card) return false;
    return card.isOver || card.spentS >= card.minutes * 60 || this.isDone();
  });
  /** Its step is done; a visit is once it went well once more. */
  private readonly isDone = computed(() => {
    // While one goes from card to card, the step may still be the one before.
    const card = this.card();
    if (!card || this.state.step()?.id !== card.stepId) return false;
    if (card.isVisit) return this.state.lastMark()?.event.clean ?? false;
    return this.state.climb()?.isDone ?? false;
  });
  /** The card that comes then; undefined after the last. */
  readonly next = computed(() => {
    const at = this.list.cards().findIndex((one, place) => place !== this.index() && !one.isOver);
    const card = this.list.cards()[at];
    return card && { ...card, place: at };
  });

  constructor() {
    // One that was left is not come back to by itself.
    effect(() => {
      if (this.isOver()) untracked(() => this.list.finish(this.index()));
    });
  }

  /** A press that says clean has nothing to mark here any more: it goes on to the next card. */
  goesOn(): boolean {
    if (!this.isOver() || this.state.isRunning()) return false;
    return this.isDone() || (this.state.bpm() !== null && !this.state.hasPassToMark());
  }

  /** Shows a card by its number in the list; another step than the card's is no card. */
  show(card: string | undefined, stepId: string): void {
    const index = Number(card ?? -1);
    const isCard = this.list.cards()[index]?.stepId === stepId;
    this.index.set(isCard ? index : -1);
  }

  /** Counts the time the card is looked at. */
  count(until: DestroyRef): void {
    const ticking = interval(TICK_MS).subscribe(() => {
      if (this.card() && this.document.visibilityState === 'visible')
        this.list.spend(this.index(), TICK_MS / 1000);
    });
    until.onDestroy(() => ticking.unsubscribe());
  }
}
