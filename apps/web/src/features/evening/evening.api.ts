import { inject, Injectable } from '@angular/core';
import type { SaveEvening } from '@harvu/contract';
import { Api } from '../../platform/api';

/** Asks the server about the programme of the evening. */
@Injectable({ providedIn: 'root' })
export class EveningApi {
  private readonly api = inject(Api);

  readonly find = () => this.api.call('evening');
  readonly save = (save: SaveEvening) => this.api.call('saveEvening', {}, save);
}
