import { inject, Injectable } from '@angular/core';
import type { Decline, NewRequest } from '@harvu/contract';
import { Api } from '../../platform/api';

/** Asks the server about requested songs. */
@Injectable({ providedIn: 'root' })
export class RequestsApi {
  private readonly api = inject(Api);

  readonly list = () => this.api.call('requests');
  readonly ask = (request: NewRequest) => this.api.call('askForSong', {}, request);
  readonly accept = (id: string) => this.api.call('acceptRequest', { id });
  readonly decline = (id: string, decline: Decline) =>
    this.api.call('declineRequest', { id }, decline);
}
