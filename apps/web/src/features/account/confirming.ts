import { Dialog } from '@angular/cdk/dialog';
import { inject, Injectable } from '@angular/core';
import { map, type Observable } from 'rxjs';
import { ConfirmDialog } from './parts/confirm-dialog';

/** Asks whoever is here for their password once more. */
@Injectable({ providedIn: 'root' })
export class Confirming {
  private readonly dialog = inject(Dialog);

  /** True once the server has taken the password; false where the person left it. */
  ask(): Observable<boolean> {
    const open = this.dialog.open<boolean>(ConfirmDialog);
    return open.closed.pipe(map((isSure) => isSure === true));
  }
}
