import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { weekdayOf, type Day } from '@harvu/core/day';
import { todaysCards } from '@harvu/core/today';
import { of } from 'rxjs';
import { LOADING, opened, problemOf, valueOf } from '../../platform/opened';
import { returned } from '../../platform/returned';
import { EventQueue, Log, PlanStore, TodayList } from '../../store';

/** So many minutes more or less, by one press. */
const STEP_MINUTES = 5;
/** Less than this is no list. */
const LEAST_MINUTES = 2;

/** A student's own week: today's list, and their songs as they stand. */
@Injectable()
export class WeekState {
  private readonly store = inject(PlanStore);
  private readonly queue = inject(EventQueue);
  private readonly log = inject(Log);
  private readonly list = inject(TodayList);
  private readonly found = toSignal(
    opened(of(null), () => this.store.overview(), returned()),
    { initialValue: LOADING },
  );
  /** Minutes more or fewer than agreed, for today. */
  private readonly more = signal(0);
  private readonly hurts = signal(false);

  readonly overview = computed(() => valueOf(this.found()));
  readonly songs = computed(() =>
    this.overview()?.songs.filter((song) => song.withdrawnAt === null),
  );
  /** What this device has and the server does not. */
  readonly unsent = computed(() => this.queue.unsent().length);
  readonly problem = computed(() => problemOf(this.found()));

  readonly playedToday = computed(() => {
    const overview = this.overview();
    if (!overview) return 0;
    const minutes = overview.songs.map((one) => one.overview.minutesByDay[overview.today] ?? 0);
    return Math.round(minutes.reduce((sum, one) => sum + one, 0));
  });
  /** The minutes there are today, those already played with them. */
  readonly minutes = computed(() => {
    const overview = this.overview();
    const agreed = overview?.minutesByWeekday?.[weekdayOf(overview.today)] ?? 0;
    return Math.max(0, agreed + this.more());
  });
  readonly isSore = computed(
    () => this.hurts() || (this.songs() ?? []).some((one) => this.isToday(one.overview.soreOn)),
  );
  /** What would be practised now. */
  private readonly proposed = computed(() =>
    todaysCards(
      (this.songs() ?? []).map(({ id, title, overview }) => ({ id, title, ...overview })),
      {
        today: this.overview()?.today ?? '1970-01-01',
        minutes: this.minutes() - this.playedToday(),
        isSore: this.isSore(),
      },
    ),
  );
  /** The list that was begun, or the one that is proposed. */
  readonly begun = this.list.cards;
  readonly place = this.list.place;
  readonly cards = computed(() => (this.begun().length > 0 ? [] : this.proposed()));
  /** Its minutes are played, or its list is. */
  readonly isOver = computed(() => {
    if (this.begun().length > 0) return this.place() < 0;
    return this.playedToday() > 0 && this.minutes() - this.playedToday() < LEAST_MINUTES;
  });
  readonly doneToday = computed(() =>
    (this.songs() ?? []).flatMap(({ title, overview }) =>
      this.isToday(overview.lastDay) ? overview.lastDone.map((done) => ({ title, done })) : [],
    ),
  );

  /** Begins the list, or goes on with it; gives where to go. */
  start(): { readonly planId: string; readonly stepId: string; readonly card: number } | null {
    if (this.begun().length === 0) this.list.begin(this.proposed());
    const card = this.begun()[this.place()];
    return card ? { planId: card.planId, stepId: card.stepId, card: this.place() } : null;
  }

  /** Makes today shorter or longer; a list that was begun is made anew. */
  change(by: 1 | -1): void {
    this.list.end();
    const least = this.playedToday();
    const next = Math.max(least, this.minutes() + by * STEP_MINUTES);
    this.more.update((before) => before + next - this.minutes());
  }

  /** Something hurts: it is kept with the song that would come first, for the teacher to see. */
  async sore(): Promise<void> {
    const overview = this.overview();
    const [song] = this.songs() ?? [];
    if (!overview || !song || this.isSore()) return;
    this.hurts.set(true);
    this.list.end();
    await this.log.write(song.id, { kind: 'sore', revision: song.revision });
  }

  private isToday(day: Day | null): boolean {
    return day !== null && day === this.overview()?.today;
  }
}
