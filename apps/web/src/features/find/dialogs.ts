import { Dialog } from '@angular/cdk/dialog';
import { inject, Injectable, type Type } from '@angular/core';
import { FindDialog } from './find-dialog';
import { KeysDialog } from './keys-dialog';

/** Opens the dialogs that every view has; one at a time, so that a second press lays none over the first. */
@Injectable({ providedIn: 'root' })
export class Dialogs {
  private readonly dialog = inject(Dialog);

  find(): void {
    this.open(FindDialog);
  }

  showKeys(): void {
    this.open(KeysDialog);
  }

  private open(dialog: Type<unknown>): void {
    if (this.dialog.openDialogs.length === 0) this.dialog.open(dialog);
  }
}
