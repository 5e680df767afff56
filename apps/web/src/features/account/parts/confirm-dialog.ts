import { DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { tap } from 'rxjs';
import { Task } from '../../../platform/task';
import { FieldRow } from '../../../ui/field-row';
import { ProblemLine } from '../../../ui/problem-line';
import { AccountApi } from '../account.api';

/** Asks for one's own password before something that cannot be taken back. */
@Component({
  selector: 'harvu-confirm-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldRow, ProblemLine],
  host: { class: 'overlay block w-[min(380px,92vw)] p-4' },
  template: `
    <h2 id="confirm-heading" class="text-base">Is it you?</h2>
    <p class="mt-1 text-sm text-ink-soft">
      This cannot simply be taken back, so your password is asked once more.
    </p>
    <form class="mt-3 grid gap-3" (submit)="$event.preventDefault(); send(password.value)">
      <harvu-field label="Your password">
        <input
          #password
          class="field"
          type="password"
          required
          maxlength="800"
          autocomplete="current-password"
        />
      </harvu-field>
      <harvu-problem [problem]="task.problem()" />
      <span class="flex gap-2">
        <button type="submit" class="button button-first" [disabled]="task.count() > 0">
          Go on
        </button>
        <button type="button" class="button" (click)="dialog.close(false)">Leave it</button>
      </span>
    </form>
  `,
})
export class ConfirmDialog {
  private readonly api = inject(AccountApi);
  protected readonly dialog = inject<DialogRef<boolean>>(DialogRef);
  protected readonly task = new Task();

  protected send(password: string): void {
    this.task.run(this.api.confirm(password).pipe(tap(() => this.dialog.close(true))));
  }
}
