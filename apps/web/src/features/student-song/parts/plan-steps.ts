import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { StepProgress } from '@harvu/core/practice';
import { kindOf } from '@harvu/core/steps';
import type { PlanProgress } from '../../plans';

const SHOWN = 7;

/** The steps of a plan, from the first that is not done; with a section chosen, the steps of that section. */
@Component({
  selector: 'harvu-plan-steps',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <h2 class="mb-1 text-base">
      {{ heading() }}
    </h2>
    <ul>
      @for (one of shown(); track one.step.id) {
        <li class="border-b border-line-soft">
          <a
            [routerLink]="['/plans', plan().plan.id, 'practice', one.step.id]"
            class="flex items-center gap-3 py-2 hover:bg-sheet"
          >
            <span
              class="grid size-6 shrink-0 place-items-center rounded-full border text-xs font-bold"
              [class]="markClass(one)"
              >{{ one.state === 'done' ? '✓' : one.number }}</span
            >
            <span class="min-w-0 flex-1" [class.font-semibold]="one.state === 'open'">{{
              one.step.title
            }}</span>
            <span class="font-mono text-xs text-ink-soft">{{ figure(one) }}</span>
          </a>
        </li>
      }
    </ul>
    @if (!part() && plan().progress.length > limit) {
      <button type="button" class="link mt-2 text-sm" (click)="isAll.set(!isAll())">
        {{ isAll() ? 'Only the next ones' : 'All ' + plan().progress.length + ' steps' }}
      </button>
    }
  `,
})
export class PlanSteps {
  readonly plan = input.required<PlanProgress>();
  /** A part's id: only steps about it are shown. */
  readonly part = input('');
  protected readonly limit = SHOWN;
  protected readonly isAll = signal(false);

  private readonly numbered = computed(() =>
    this.plan().progress.map((one, index) => ({ ...one, number: index + 1 })),
  );
  protected readonly shown = computed(() => {
    const all = this.numbered();
    const part = this.part();
    if (part)
      return all.filter(
        ({ step }) => kindOf(step).subject !== 'hands' && step.atoms.includes(part),
      );
    if (this.isAll()) return all;
    const first = all.findIndex((one) => one.state !== 'done');
    // The last one done stays in sight, as a step to go on from.
    const from = first < 0 ? Math.max(0, all.length - SHOWN) : Math.max(0, first - 1);
    return all.slice(from, from + SHOWN);
  });

  protected readonly heading = computed(() => {
    if (this.part()) return 'Steps of this section';
    if (this.isAll()) return 'All steps';
    return this.numbered().every(({ state }) => state === 'done') ? 'The last steps' : 'Steps next';
  });

  protected markClass({ state }: StepProgress): string {
    if (state === 'done') return 'border-spruce bg-spruce text-paper';
    return state === 'open' ? 'border-ink' : 'border-dashed border-ink-soft text-ink-soft';
  }

  protected figure({ step, climb, state }: StepProgress): string {
    const goal = step.rungs.at(-1);
    if (goal === undefined)
      return state === 'done' ? '' : `${climb.cleanInRow} of ${step.goal.cleanInRow}`;
    const now = step.rungs[climb.rung] ?? goal;
    return state === 'done' || now === goal ? String(goal) : `${now} → ${goal}`;
  }
}
