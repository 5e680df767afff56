import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { daysBetween, type Day } from '@harvu/core/day';
import type { CardReason, TodaysCard } from '@harvu/core/today';
import { format, parseISO } from 'date-fns';
import { doneWords } from '../done-words';
import { WeekState } from '../week.state';

const REASONS: Readonly<Record<CardReason, string>> = {
  wanted: 'goes on',
  'holds back': 'helps the song most now',
  'goes on': 'goes on',
  new: 'new',
  listening: 'only listening',
  visit: 'a visit, so that it stays',
};

/** What is practised today, one thing after the other, with one way to begin; and what it came to. */
@Component({
  selector: 'harvu-todays-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  host: { class: 'block', role: 'region', 'aria-label': 'Today' },
  templateUrl: './todays-list.html',
})
export class TodaysList {
  protected readonly state = inject(WeekState);
  private readonly router = inject(Router);
  protected readonly hasSeveral = computed(
    () => new Set((this.state.songs() ?? []).map(({ id }) => id)).size > 1,
  );
  protected readonly left = computed(() => {
    const begun = this.state.begun();
    return begun.length > 0 ? begun.filter((one) => !one.isOver) : this.state.cards();
  });
  protected readonly startWords = computed(() => {
    const count = this.left().length;
    const cards = `${count} ${count === 1 ? 'card' : 'cards'}`;
    const minutes = this.left().reduce((sum, one) => sum + one.minutes, 0);
    return `${cards}, ${minutes} min`;
  });
  /** Minutes that nothing is planned for. */
  protected readonly free = computed(() => {
    if (this.state.cards().length === 0 || this.state.isSore()) return 0;
    const planned = this.left().reduce((sum, one) => sum + one.minutes, 0);
    return this.state.minutes() - this.state.playedToday() - planned;
  });
  protected readonly done = computed(() =>
    this.state.doneToday().map(({ title, done }) => ({
      name: this.hasSeveral() ? `${title}: ${done.title}` : done.title,
      words: doneWords(done),
    })),
  );

  protected reason({ why, wantedOn, lastOn }: TodaysCard): string {
    if (lastOn !== null) return `a visit: ${this.daysSince(lastOn)}`;
    if (why === 'wanted' && wantedOn !== null)
      return `goes on, wanted for ${format(parseISO(wantedOn), 'd MMM')}`;
    return REASONS[why];
  }

  protected tempo({ step }: TodaysCard): string {
    const unit = step.rungUnit === 'bpm' ? 'bpm' : 'changes a minute';
    return step.nowBpm === null ? step.goal : `at ${step.nowBpm} ${unit}`;
  }

  protected start(): void {
    const go = this.state.start();
    if (!go) return;
    const { planId, stepId, card } = go;
    void this.router.navigate(['/plans', planId, 'practice', stepId], { queryParams: { card } });
  }

  private daysSince(day: Day): string {
    const days = daysBetween(day, this.state.overview()?.today ?? day);
    return days === 1 ? 'played last yesterday' : `played last ${days} days ago`;
  }
}
