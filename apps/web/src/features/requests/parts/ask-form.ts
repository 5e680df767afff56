import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import type { NewRequest, SongRequest } from '@harvu/contract';
import { newRequestSchema } from '@harvu/contract/requests';
import { tap } from 'rxjs';
import { faultOf, fits } from '../../../platform/forms';
import { Task } from '../../../platform/task';
import { FieldRow } from '../../../ui/field-row';
import { ProblemLine } from '../../../ui/problem-line';
import { RequestsState } from '../requests.state';

/** A student asks for a song. */
@Component({
  selector: 'harvu-ask-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldRow, ProblemLine, ReactiveFormsModule],
  template: `
    <form
      [formGroup]="form"
      (ngSubmit)="send()"
      class="grid gap-3 rounded-sm border border-line bg-sheet p-4"
    >
      <h2 class="text-base">Ask for a song</h2>
      <harvu-field label="Title" [fault]="fault('title')"
        ><input class="field" formControlName="title"
      /></harvu-field>
      <harvu-field label="Played by" [fault]="fault('playedBy')"
        ><input class="field" formControlName="playedBy"
      /></harvu-field>
      <harvu-field label="Why this one" [fault]="fault('why')">
        <textarea class="field" rows="2" formControlName="why"></textarea>
      </harvu-field>
      <harvu-field
        label="Wanted by"
        [fault]="fault('wantedBy')"
        hint="Leave empty if there is no day."
      >
        <input class="field" type="date" formControlName="wantedBy" />
      </harvu-field>
      <harvu-problem [problem]="task.problem()" />
      <button type="submit" class="button button-first">Ask for it</button>
      <p role="status" class="text-xs text-spruce">{{ sent() }}</p>
    </form>
  `,
})
export class AskForm {
  private readonly state = inject(RequestsState);
  protected readonly task = new Task();
  protected readonly sent = signal('');
  protected readonly form = inject(NonNullableFormBuilder).group(
    { title: '', playedBy: '', why: '', wantedBy: '' },
    { validators: fits(newRequestSchema, toRequest) },
  );

  protected fault(field: string): string {
    return faultOf(this.form, field);
  }

  protected send(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const done = ({ title }: SongRequest): void => {
      this.form.reset();
      this.sent.set(`Asked for ${title}.`);
    };
    this.task.run(this.state.ask(toRequest(this.form.getRawValue())).pipe(tap(done)));
  }
}

function toRequest(value: unknown): NewRequest {
  const { wantedBy, ...words } = value as NewRequest;
  const said: string | null = wantedBy;
  return { ...words, wantedBy: said === '' ? null : wantedBy };
}
