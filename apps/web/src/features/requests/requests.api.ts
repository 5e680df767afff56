import { inject, Injectable } from '@angular/core';
import type { Accept, AddRequests, Decline, NewRequest } from '@harvu/contract';
import { Api } from '../../platform/api';

/** Asks the server about requested songs. */
@Injectable({ providedIn: 'root' })
export class RequestsApi {
  private readonly api = inject(Api);

  readonly list = () => this.api.call('requests');
  /** All that is asked for, weighed; for who teaches. */
  readonly queue = () => this.api.call('requestQueue');
  readonly ask = (request: NewRequest) => this.api.call('askForSong', {}, request);
  readonly addAll = (requests: AddRequests) => this.api.call('addRequests', {}, requests);
  /** Who could ask: for who teaches. */
  readonly people = () => this.api.call('people');
  readonly saveChords = (id: string, chords: string) =>
    this.api.call('saveChords', { id }, { chords });
  readonly accept = (id: string, accept: Accept) => this.api.call('acceptRequest', { id }, accept);
  readonly decline = (id: string, decline: Decline) =>
    this.api.call('declineRequest', { id }, decline);
}
