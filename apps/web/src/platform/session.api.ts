import { inject, Injectable } from '@angular/core';
import type { Restored, SetUp, SignIn } from '@harvu/contract';
import type { Conventions } from '@harvu/core/conventions';
import { Api } from './api';

/** Asks the server who is here, and lets them in and out. */
@Injectable({ providedIn: 'root' })
export class SessionApi {
  private readonly api = inject(Api);

  readonly me = () => this.api.call('me');
  readonly door = () => this.api.call('door');
  readonly signIn = (signIn: SignIn) => this.api.call('signIn', {}, signIn);
  readonly signOut = () => this.api.call('signOut');
  /** Brings a studio back from its file, with the code of this start. */
  readonly restore = (file: File, code: string) =>
    this.api.sendFile<Restored>('/api/studio/restore', file, {
      ...{ 'x-set-up-code': code, 'content-type': 'application/zip' },
    });
  readonly setUp = (setUp: SetUp) => this.api.call('setUp', {}, setUp);
  readonly saveConventions = (conventions: Conventions) =>
    this.api.call('saveConventions', {}, conventions);
}
