import { inject, Injectable } from '@angular/core';
import type { SetUp, SignIn } from '@harvu/contract';
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
  readonly setUp = (setUp: SetUp) => this.api.call('setUp', {}, setUp);
  readonly saveConventions = (conventions: Conventions) =>
    this.api.call('saveConventions', {}, conventions);
}
