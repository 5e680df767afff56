import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { PlanSummary } from '@harvu/contract';
import { StepsState } from '../steps.state';

/** Whom the song is given to: each student gets a plan of their own. */
@Component({
  selector: 'harvu-assign-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <section class="rounded-sm border border-l-4 border-line border-l-spruce bg-sheet p-3">
      <h2 class="text-sm">Assign to</h2>
      <ul class="mt-1">
        @for (student of state.students(); track student.id) {
          <li class="flex items-center gap-2 py-1">
            <label class="flex flex-1 items-center gap-2">
              <input
                type="checkbox"
                class="size-4 accent-spruce"
                [checked]="isChosen(student.id)"
                [disabled]="isCurrent(student.id)"
                (change)="toggle(student.id)"
              />
              {{ student.name }}
            </label>
            @if (planOf(student.id); as plan) {
              <a class="link text-xs" [routerLink]="['/plans', plan.id]">{{
                isCurrent(student.id) ? 'has it' : 'has revision ' + plan.revision
              }}</a>
            }
          </li>
        } @empty {
          <li class="py-1 text-ink-soft">
            Students will stand here. The owner adds them on the Studio page.
          </li>
        }
      </ul>
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

  protected readonly words = computed(() => {
    const names = this.state
      .students()
      .filter((one) => this.chosen().has(one.id))
      .map((one) => one.name.split(' ')[0]);
    if (names.length === 0) return 'Choose who learns it';
    return names.length === 1 ? `Assign to ${names[0]}` : `Assign to ${names.length} students`;
  });

  protected planOf(studentId: string): PlanSummary | undefined {
    return this.state.planOf().get(studentId);
  }

  protected isCurrent(studentId: string): boolean {
    return this.planOf(studentId)?.revision === this.state.song()?.revision;
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
}
