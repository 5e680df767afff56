import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { ownPasswordSchema } from '@harvu/contract/people';
import { tap } from 'rxjs';
import { faultOf, fits } from '../../../platform/forms';
import { Task } from '../../../platform/task';
import { FieldRow } from '../../../ui/field-row';
import { ProblemLine } from '../../../ui/problem-line';
import { AccountApi } from '../account.api';

/** Somebody changes their own password. */
@Component({
  selector: 'harvu-password-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldRow, ProblemLine, ReactiveFormsModule],
  template: `
    <form [formGroup]="form" (ngSubmit)="send()" class="grid max-w-[340px] gap-3">
      <harvu-field label="Your password now" [fault]="fault('password')">
        <input
          class="field"
          type="password"
          formControlName="password"
          autocomplete="current-password"
        />
      </harvu-field>
      <harvu-field
        label="The new one"
        [fault]="fault('next')"
        hint="At least 8 characters. Three words that do not belong together are easy to keep."
      >
        <input class="field" type="password" formControlName="next" autocomplete="new-password" />
      </harvu-field>
      <harvu-problem [problem]="task.problem()" />
      <button type="submit" class="button justify-self-start">Change the password</button>
    </form>
  `,
})
export class PasswordForm {
  readonly changed = output();
  private readonly api = inject(AccountApi);
  protected readonly task = new Task();
  protected readonly form = inject(NonNullableFormBuilder).group(
    { password: '', next: '' },
    { validators: fits(ownPasswordSchema) },
  );

  protected fault(field: string): string {
    return faultOf(this.form, field);
  }

  protected send(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    // What was typed stays until it is done.
    const done = (): void => {
      this.form.reset();
      this.changed.emit();
    };
    this.task.run(this.api.changePassword(this.form.getRawValue()).pipe(tap(done)));
  }
}
