import { inject, Injectable } from '@angular/core';
import type { Assign, SavePlan } from '@harvu/contract';
import { Api } from '../platform/api';

/** Asks the server about plans. */
@Injectable({ providedIn: 'root' })
export class PlansApi {
  private readonly api = inject(Api);

  readonly overview = () => this.api.call('overview');
  readonly list = () => this.api.call('plans');
  readonly find = (id: string) => this.api.call('plan', { id });
  /** What has changed about a plan since the event of a number. */
  readonly after = (id: string, number: number) => this.api.call('planNews', { id, number });
  readonly assign = (songId: string, assign: Assign) =>
    this.api.call('assign', { id: songId }, assign);
  /** Changes how one plan is taught. */
  readonly change = (id: string, save: SavePlan) => this.api.call('savePlan', { id }, save);
  /** Takes the song back; what was done stays. */
  readonly withdraw = (id: string) => this.api.call('withdrawPlan', { id });
}
