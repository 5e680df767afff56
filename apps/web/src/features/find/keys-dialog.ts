import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { DialogRef } from '@angular/cdk/dialog';
import { ViewKeys, type ViewKey } from '../../platform/view-keys';

const EVERYWHERE: readonly ViewKey[] = [
  { key: '/', does: 'find a song or a student' },
  { key: '?', does: 'these keys' },
];

/** The keys of the view one sees. */
@Component({
  selector: 'harvu-keys-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'overlay block w-[min(420px,92vw)] p-4' },
  template: `
    <h2 class="text-base">Keys</h2>
    <dl class="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
      @for (one of keys; track one.key) {
        <dt class="text-right">
          <kbd class="key">{{ one.key }}</kbd>
        </dt>
        <dd>{{ one.does }}</dd>
      }
    </dl>
    <button type="button" class="button mt-4" (click)="close()">Close</button>
  `,
})
export class KeysDialog {
  private readonly dialog = inject<DialogRef>(DialogRef);
  protected readonly keys = [...inject(ViewKeys).ofView(), ...EVERYWHERE];

  protected close(): void {
    this.dialog.close();
  }
}
