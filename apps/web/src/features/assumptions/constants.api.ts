import { inject, Injectable } from '@angular/core';
import type { SaveConstants } from '@harvu/contract';
import { Api } from '../../platform/api';

/** Asks the server which constants the studio has set to values of its own. */
@Injectable({ providedIn: 'root' })
export class ConstantsApi {
  private readonly api = inject(Api);

  readonly find = () => this.api.call('constants');
  readonly save = (save: SaveConstants) => this.api.call('saveConstants', {}, save);
}
