import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import type { NewPerson } from '@harvu/contract';
import { newPersonSchema } from '@harvu/contract/people';
import { MINOR_BANDS } from '@harvu/contract/students';
import { tap } from 'rxjs';
import { faultOf, fits } from '../../../platform/forms';
import { Task } from '../../../platform/task';
import { FieldRow } from '../../../ui/field-row';
import { ProblemLine } from '../../../ui/problem-line';
import { PeopleApi } from '../people.api';

/** The owner adds somebody; a minor comes with a guardian. */
@Component({
  selector: 'harvu-add-person-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldRow, ProblemLine, ReactiveFormsModule],
  template: `
    <form
      [formGroup]="form"
      (ngSubmit)="send()"
      class="grid grid-cols-[minmax(0,1fr)] gap-3 rounded-sm border border-line bg-sheet p-4"
    >
      <h2 class="text-base">Add somebody</h2>
      <harvu-field label="Name" [fault]="fault('name')"
        ><input class="field" formControlName="name"
      /></harvu-field>
      <harvu-field label="Sign-in name" [fault]="fault('signInName')">
        <input class="field" formControlName="signInName" autocapitalize="none" />
      </harvu-field>
      <harvu-field
        label="First password"
        [fault]="fault('password')"
        hint="At least 8 characters; tell it in person."
      >
        <input class="field" formControlName="password" autocomplete="off" />
      </harvu-field>
      <harvu-field label="Role" [fault]="fault('role')">
        <select class="field" formControlName="role">
          <option value="student">student</option>
          <option value="teacher">teacher</option>
          <option value="owner">owner</option>
        </select>
      </harvu-field>
      <label class="flex items-center gap-2"
        ><input type="checkbox" formControlName="isMinor" /> is a minor</label
      >
      @if (form.controls.isMinor.value) {
        <harvu-field label="Guardian, name and contact" [fault]="fault('guardian')">
          <input class="field" formControlName="guardian" />
        </harvu-field>
        <harvu-field label="Age" [fault]="fault('ageBand')">
          <select class="field" formControlName="ageBand">
            @for (band of bands; track band) {
              <option [value]="band">{{ band }}</option>
            }
          </select>
        </harvu-field>
        <harvu-field
          label="Consent given on"
          [fault]="fault('guardianConsentOn')"
          hint="The account works only from then on."
        >
          <input class="field" type="date" formControlName="guardianConsentOn" />
        </harvu-field>
      }
      <harvu-problem [problem]="task.problem()" />
      <button type="submit" class="button button-first">Add to the studio</button>
    </form>
  `,
})
export class AddPersonForm {
  readonly added = output();
  private readonly api = inject(PeopleApi);
  protected readonly bands = MINOR_BANDS;
  protected readonly task = new Task();
  protected readonly form = inject(NonNullableFormBuilder).group(
    {
      name: '',
      signInName: '',
      password: '',
      role: 'student',
      isMinor: false,
      guardian: '',
      guardianConsentOn: '',
      ageBand: 'under 10',
    },
    { validators: fits(newPersonSchema, toPerson) },
  );

  protected fault(field: string): string {
    return faultOf(this.form, field);
  }

  protected send(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const done = (): void => {
      this.form.reset();
      this.added.emit();
    };
    this.task.run(this.api.add(toPerson(this.form.getRawValue())).pipe(tap(done)));
  }
}

function toPerson(value: unknown): NewPerson {
  const { ageBand, ...person } = value as NewPerson;
  const { isMinor } = person;
  return {
    ...person,
    ...(isMinor && ageBand && { ageBand }),
    guardian: isMinor ? person.guardian : '',
    guardianConsentOn: isMinor && person.guardianConsentOn ? person.guardianConsentOn : null,
  };
}
