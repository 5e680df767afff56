import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { StepProgress } from '@harvu/core/progress';
import { LadderLine } from '../../../ui/ladder-line';
import { Ribbon } from '../../../ui/ribbon';
import { readinessWords, type PlanProgress } from '../../plans';

const OPEN_SHOWN = 4;

/** One song of the week: how far it is, and what to practise next. */
@Component({
  selector: 'harvu-week-song',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LadderLine, Ribbon, RouterLink],
  host: { class: 'mb-8 block' },
  template: `
    <div class="flex flex-wrap items-baseline gap-x-4">
      <h2 class="text-lg">
        <a [routerLink]="['/plans', plan().plan.id]">{{ plan().plan.title }}</a>
      </h2>
      <span class="text-ink-soft">{{ words().headline }}: {{ words().below }}</span>
    </div>
    <harvu-ribbon class="mt-2" [blocks]="plan().blocks" />
    <p class="mt-1 text-xs text-ink-soft">
      {{ doneCount() }} of {{ plan().steps.length }} steps done
    </p>
    <ul class="mt-2 border-t border-line">
      @for (one of open(); track one.step.id; let isFirst = $first) {
        <li class="border-b border-line">
          <a
            [routerLink]="['/plans', plan().plan.id, 'practice', one.step.id]"
            class="grid items-center gap-x-4 py-2.5 hover:bg-sheet sm:grid-cols-[minmax(0,1fr)_200px_210px_auto]"
          >
            <span
              ><b class="text-base">{{ one.step.title }}</b></span
            >
            <span class="max-sm:hidden">
              @if (one.step.rungs.length > 0) {
                <harvu-ladder-line [rungs]="one.step.rungs" [reached]="one.climb.cleanBpm" />
              }
            </span>
            <span class="text-sm"
              ><b class="mr-1.5">{{ rungWords(one) }}</b>
              <span class="text-xs text-ink-soft">{{ goal(one) }}</span></span
            >
            <span class="button max-sm:hidden" [class.button-first]="isFirst">Practise</span>
          </a>
        </li>
      } @empty {
        <li class="border-b border-line py-2.5 text-spruce">
          Every step is done. Play the whole song once to keep it.
        </li>
      }
    </ul>
    @if (laterOpen() > 0) {
      <p class="mt-1 text-xs text-ink-soft">
        {{ laterOpen() }} more can be practised already; see
        <a class="link" [routerLink]="['/plans', plan().plan.id]">the whole list</a>.
      </p>
    }
  `,
})
export class WeekSong {
  readonly plan = input.required<PlanProgress>();
  protected readonly words = computed(() => readinessWords(this.plan().readiness));
  private readonly allOpen = computed(() =>
    this.plan().progress.filter((one) => one.state === 'open'),
  );
  protected readonly open = computed(() => this.allOpen().slice(0, OPEN_SHOWN));
  protected readonly laterOpen = computed(() => this.allOpen().length - this.open().length);
  protected readonly doneCount = computed(
    () => this.plan().progress.filter((one) => one.state === 'done').length,
  );

  protected rungWords({ step, climb }: StepProgress): string {
    const goal = step.rungs.at(-1);
    if (goal === undefined) return `${climb.cleanInRow} of ${step.goal.cleanInRow}`;
    const unit = step.kind === 'change' ? 'a minute' : 'bpm';
    const now = step.rungs[climb.rung] ?? goal;
    return now === goal ? `${goal} ${unit}` : `${now} → ${goal} ${unit}`;
  }

  protected goal({ step }: StepProgress): string {
    return step.goal.words;
  }
}
