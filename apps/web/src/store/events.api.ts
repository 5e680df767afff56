import { inject, Injectable } from '@angular/core';
import type { NewEvent } from '@harvu/contract';
import { Api } from '../platform/api';

/** Sends the server what happened. */
@Injectable({ providedIn: 'root' })
export class EventsApi {
  private readonly api = inject(Api);

  readonly send = (planId: string, events: readonly NewEvent[]) =>
    this.api.call('sendEvents', { id: planId }, { sentAt: new Date().toISOString(), events });
}
