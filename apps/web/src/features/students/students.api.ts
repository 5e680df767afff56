import { inject, Injectable } from '@angular/core';
import type { SaveProfile } from '@harvu/contract';
import { Api } from '../../platform/api';

/** Asks the server what is known of students. */
@Injectable({ providedIn: 'root' })
export class StudentsApi {
  private readonly api = inject(Api);

  readonly find = (id: string) => this.api.call('student', { id });
  readonly save = (id: string, save: SaveProfile) => this.api.call('saveStudent', { id }, save);
}
