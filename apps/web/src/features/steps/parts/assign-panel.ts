import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { PlanSummary } from '@harvu/contract';
import { StepsState } from '../steps.state';

/** Whom the song is given to: each student gets a plan of their own, and a newer revision reaches whom the teacher says. */
@Component({
  selector: 'harvu-assign-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <section
      class="rounded-sm border border-l-4 border-line border-l-spruce bg-sheet p-3"
      aria-labelledby="assign-heading"
    >
      <h2 id="assign-heading" class="text-sm">
        {{
          isReaching()
            ? 'Whom should revision ' + state.song()?.revision + ' reach?'
            : 'Who learns it'
        }}
      </h2>
      <ul class="mt-1">
        @for (student of state.students(); track student.id) {
          <li class="py-1">
            <div class="flex items-center gap-2">
              <label class="flex min-w-0 flex-1 items-center gap-2">
                <input
                  type="checkbox"
                  class="size-4 accent-spruce"
                  [checked]="isChosen(student.id)"
                  [disabled]="isCurrent(student.id)"
                  (change)="toggle(student.id)"
                />
                <span class="truncate">{{ student.name }}</span>
              </label>
              <a
                class="link text-xs"
                routerLink="."
                [queryParams]="{ for: student.id }"
                [attr.aria-label]="'Steps for ' + student.name"
                >steps</a
              >
              @if (activePlan(student.id); as plan) {
                <a class="link text-xs" [routerLink]="['/plans', plan.id]">{{
                  isCurrent(student.id) ? 'has it' : 'has revision ' + plan.revision
                }}</a>
                <button
                  type="button"
                  class="link text-xs text-rose"
                  [attr.aria-label]="'Take the song back from ' + student.name"
                  (click)="asked.set(asked() === plan.id ? '' : plan.id)"
                >
                  take back
                </button>
              } @else if (planOf(student.id)) {
                <span class="text-xs text-ink-soft">was taken back</span>
              }
            </div>
            @if (asked() !== '' && asked() === activePlan(student.id)?.id) {
              <p class="mt-1 flex items-center gap-2 text-sm" role="alert">
                What was done stays; the song leaves their week.
                <button type="button" class="button" (click)="withdraw(asked())">
                  Take it back
                </button>
              </p>
            }
          </li>
        } @empty {
          <li class="py-1 text-ink-soft">
            Students will stand here. The owner adds them on the Studio page.
          </li>
        }
      </ul>
      @if (changes().length > 0) {
        <details class="mt-1 text-sm">
          <summary class="link">What is new since revision {{ oldest() }}</summary>
          <ul class="list-disc pl-5">
            @for (words of changes(); track words) {
              <li>{{ words }}</li>
            }
          </ul>
          <p class="mt-1 text-ink-soft">What they have done stays done.</p>
        </details>
      }
      <button
        type="button"
        class="button button-first mt-2 w-full"
        [disabled]="chosen().size === 0"
        (click)="assign()"
      >
        {{ words() }}
      </button>
      @if (state.doubtful().length > 0) {
        <button
          type="button"
          class="button button-strong mt-2 w-full"
          (click)="state.assign(state.doubtful(), { despiteDoubts: true })"
        >
          Give it all the same
        </button>
      }
    </section>
  `,
})
export class AssignPanel {
  protected readonly state = inject(StepsState);
  protected readonly chosen = signal<ReadonlySet<string>>(new Set());
  /** The plan that is about to be taken back. */
  protected readonly asked = signal('');

  protected readonly words = computed(() => {
    const names = this.state
      .students()
      .filter((one) => this.chosen().has(one.id))
      .map((one) => one.name.split(' ')[0]);
    if (names.length === 0) return 'Choose who learns it';
    return names.length === 1 ? `Assign to ${names[0]}` : `Assign to ${names.length} students`;
  });
  /** The oldest revision somebody still learns, if it is not this one. */
  protected readonly oldest = computed(() => {
    const older = [...this.state.changesSince().keys()];
    return older.length === 0 ? undefined : Math.min(...older);
  });
  protected readonly isReaching = computed(() => this.oldest() !== undefined);
  protected readonly changes = computed(() => {
    const oldest = this.oldest();
    return oldest === undefined ? [] : (this.state.changesSince().get(oldest) ?? []);
  });

  protected planOf(studentId: string): PlanSummary | undefined {
    return this.state.planOf().get(studentId);
  }

  protected activePlan(studentId: string): PlanSummary | undefined {
    const plan = this.planOf(studentId);
    return plan?.withdrawnAt === null ? plan : undefined;
  }

  protected isCurrent(studentId: string): boolean {
    return this.activePlan(studentId)?.revision === this.state.song()?.revision;
  }

  protected isChosen(studentId: string): boolean {
    return this.chosen().has(studentId) || this.isCurrent(studentId);
  }

  protected toggle(studentId: string): void {
    this.chosen.update((now) => {
      const next = new Set(now);
      if (!next.delete(studentId)) next.add(studentId);
      return next;
    });
  }

  protected assign(): void {
    this.state.assign([...this.chosen()]);
    this.chosen.set(new Set());
  }

  protected withdraw(planId: string): void {
    this.state.withdraw(planId);
    this.asked.set('');
  }
}
