import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { PlanSummary } from '@harvu/contract';
import { DayLabel } from '../../../ui/day-label';
import { StepsState } from '../steps.state';

/** Whom the song is given to: each student gets a plan of their own, and a newer revision reaches whom the teacher says. */
@Component({
  selector: 'harvu-assign-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DayLabel, RouterLink],
  host: { class: 'block', '(keydown.escape)': 'closed.emit()' },
  templateUrl: './assign-panel.html',
})
export class AssignPanel {
  readonly closed = output();
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
    return oldest === undefined ? [] : (this.state.changesSince().get(oldest)?.words ?? []);
  });
  /** What whoever has played it is asked for again. */
  protected readonly asksAgain = computed(() => {
    const oldest = this.oldest();
    return oldest === undefined ? [] : (this.state.changesSince().get(oldest)?.parts ?? []);
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
