import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import type { Person, Problem } from '@harvu/contract';
import { setUpSchema } from '@harvu/contract/people';
import type { Observable } from 'rxjs';
import { faultOf, fits } from '../../platform/forms';
import { Session } from '../../platform/session';
import { FieldRow } from '../../ui/field-row';
import { ProblemLine } from '../../ui/problem-line';

/** Asks for the studio's name and its first owner. */
@Component({
  selector: 'harvu-set-up-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, FieldRow, ProblemLine],
  template: `
    <form [formGroup]="form" (ngSubmit)="send()" class="grid gap-4">
      <harvu-field label="Studio name" [fault]="fault('studioName')"
        ><input class="field" formControlName="studioName"
      /></harvu-field>
      <harvu-field label="Your name" [fault]="fault('name')"
        ><input class="field" formControlName="name" autocomplete="name"
      /></harvu-field>
      <harvu-field
        label="Sign-in name"
        [fault]="fault('signInName')"
        hint="Small letters, digits, dots or dashes."
      >
        <input
          class="field"
          formControlName="signInName"
          autocomplete="username"
          autocapitalize="none"
        />
      </harvu-field>
      <harvu-field label="Password" [fault]="fault('password')" hint="At least 8 characters.">
        <input
          class="field"
          type="password"
          formControlName="password"
          autocomplete="new-password"
        />
      </harvu-field>
      <harvu-field
        label="Code of this start"
        [fault]="fault('code')"
        hint="Printed where the server was started."
      >
        <input class="field" formControlName="code" inputmode="numeric" autocomplete="off" />
      </harvu-field>
      <harvu-problem [problem]="problem()" />
      <button type="submit" class="button button-first">Set up the studio</button>
    </form>
  `,
})
export class SetUpForm {
  readonly problem = input<Problem | null>(null);
  readonly made = output<Observable<Person>>();
  private readonly session = inject(Session);
  protected readonly form = inject(NonNullableFormBuilder).group(
    { studioName: '', name: '', signInName: '', password: '', code: '' },
    { validators: fits(setUpSchema) },
  );

  protected fault(field: string): string {
    return faultOf(this.form, field);
  }

  protected send(): void {
    this.form.markAllAsTouched();
    if (this.form.valid) this.made.emit(this.session.setUp(this.form.getRawValue()));
  }
}
