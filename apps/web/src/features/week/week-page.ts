import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { Problem } from '@harvu/contract';
import { toProblem } from '../../platform/problems';
import { PageHead } from '../../ui/page-head';
import { ProblemLine } from '../../ui/problem-line';
import { PlanReader, type PlanProgress } from '../plans';
import { WeekMinutes } from './parts/week-minutes';
import { WeekSong } from './parts/week-song';

/** A student's own week: each song with the steps that are open now. */
@Component({
  selector: 'harvu-week-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PageHead, ProblemLine, RouterLink, WeekMinutes, WeekSong],
  host: { class: 'flex flex-1 flex-col' },
  template: `
    <harvu-page-head title="My week">
      <a actions class="button" routerLink="/requests">Ask for a song</a>
    </harvu-page-head>
    <div class="px-4 py-4 sm:px-6">
      <harvu-problem [problem]="problem()" />
      @if (plans(); as all) {
        @if (all.length > 0) {
          <harvu-week-minutes class="mb-5" [tries]="tries()" />
        }
        @for (plan of all; track plan.plan.id) {
          <harvu-week-song [plan]="plan" />
        } @empty {
          <p class="max-w-[52ch] py-6 text-ink-soft">
            Your steps will stand here once your teacher gives you a song. Until then you can
            <a class="link" routerLink="/requests">ask for one</a>.
          </p>
        }
      }
    </div>
  `,
})
export class WeekPage {
  protected readonly plans = signal<readonly PlanProgress[] | null>(null);
  protected readonly problem = signal<Problem | null>(null);
  protected readonly tries = computed(() => (this.plans() ?? []).flatMap(({ plan }) => plan.tries));

  constructor() {
    inject(PlanReader)
      .readAll()
      .pipe(takeUntilDestroyed())
      .subscribe({
        next: (plans) => this.plans.set(plans),
        error: (error: unknown) => this.problem.set(toProblem(error)),
      });
  }
}
