import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { teachingSchema } from '@harvu/contract/teaching';
import type { OwnStep } from '@harvu/core/plan';
import { v4 as newId } from 'uuid';
import { fits } from '../../../platform/forms';
import { FieldRow } from '../../../ui/field-row';
import { StepsState } from '../steps.state';

interface Typed {
  readonly title: string;
  readonly goal: string;
  readonly minutes: number | null;
  readonly startBpm: number | null;
  readonly goalBpm: number | null;
}

/** A step of the teacher's own: what to do, what counts as done, how long, and perhaps a ladder. */
@Component({
  selector: 'harvu-own-step-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldRow, ReactiveFormsModule],
  template: `
    @if (isOpen()) {
      <form
        [formGroup]="form"
        (ngSubmit)="put()"
        class="grid gap-2 rounded-sm border border-line bg-sheet p-3"
      >
        <h2 class="text-sm">A step of your own</h2>
        <harvu-field label="What to do" [fault]="fault('title')"
          ><input class="field" formControlName="title" maxlength="80"
        /></harvu-field>
        <harvu-field label="What counts as done" [fault]="fault('goal')"
          ><input class="field" formControlName="goal" maxlength="120"
        /></harvu-field>
        <div class="grid grid-cols-3 gap-2">
          <harvu-field label="Minutes" [fault]="fault('minutes')"
            ><input class="field" type="number" min="0" max="600" formControlName="minutes"
          /></harvu-field>
          <harvu-field label="From bpm" [fault]="fault('startBpm')"
            ><input class="field" type="number" min="20" max="400" formControlName="startBpm"
          /></harvu-field>
          <harvu-field label="To bpm" [fault]="fault('goalBpm')"
            ><input class="field" type="number" min="20" max="400" formControlName="goalBpm"
          /></harvu-field>
        </div>
        <div class="flex gap-2">
          <button type="submit" class="button button-first">
            {{ state.chosen() ? 'Put it after the chosen step' : 'Put it first' }}
          </button>
          <button type="button" class="button" (click)="isOpen.set(false)">Not now</button>
        </div>
      </form>
    } @else {
      <button type="button" class="button w-full" (click)="isOpen.set(true)">
        Add a step of your own
      </button>
    }
  `,
})
export class OwnStepForm {
  protected readonly state = inject(StepsState);
  protected readonly isOpen = signal(false);
  private readonly builder = inject(NonNullableFormBuilder);
  protected readonly form = this.builder.group(
    {
      title: '',
      goal: '',
      minutes: this.builder.control<number | null>(5),
      startBpm: this.builder.control<number | null>(null),
      goalBpm: this.builder.control<number | null>(null),
    },
    {
      validators: fits(teachingSchema, (value) => ({
        ...this.state.teaching(),
        changes: [toOwnStep(value as Typed, 'own:new', null)],
      })),
    },
  );

  /** The contract tells where in the whole way the fault is; here there is one step only. */
  protected fault(field: string): string {
    const message = (this.form.errors?.[`changes[0].${field}`] as string | undefined) ?? '';
    return this.form.get(field)?.touched ? message : '';
  }

  protected put(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const after = this.state.chosen()?.id ?? null;
    const step = `own:${newId()}`;
    this.state.add(toOwnStep(this.form.getRawValue(), step, after));
    this.state.choose(step);
    this.form.reset();
    this.isOpen.set(false);
  }
}

function toOwnStep(typed: Typed, step: string, after: string | null): OwnStep {
  const { title, goal, minutes, startBpm, goalBpm } = typed;
  return {
    kind: 'own',
    step,
    title: title.trim(),
    goal: goal.trim(),
    minutes: minutes ?? 0,
    after,
    ...(startBpm !== null && { startBpm }),
    ...(goalBpm !== null && { goalBpm }),
  };
}
