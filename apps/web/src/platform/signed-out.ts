import { Injectable } from '@angular/core';
import { Subject } from 'rxjs';

/** Tells that the server no longer knows who is here. */
@Injectable({ providedIn: 'root' })
export class SignedOut {
  readonly happened = new Subject<void>();
}
