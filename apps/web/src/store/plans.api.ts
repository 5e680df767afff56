import { inject, Injectable } from '@angular/core';
import type { Assign, Plan, PlanNews, SavePlan } from '@harvu/contract';
import { EMPTY, expand, last, map, type Observable } from 'rxjs';
import { Api } from '../platform/api';

/** A plan with what happened since. */
export function withNews(plan: Plan, { events, lastEvent, hasMore }: PlanNews): Plan {
  if (events.length === 0 && hasMore === plan.hasMore) return plan;
  return { ...plan, events: [...plan.events, ...events], lastEvent, hasMore };
}

/** Asks the server about plans. */
@Injectable({ providedIn: 'root' })
export class PlansApi {
  private readonly api = inject(Api);

  readonly overview = () => this.api.call('overview');
  /** The same with the minutes of so many days. */
  readonly overviewOfDays = (number: number) => this.api.call('overviewOfDays', { number });
  readonly list = () => this.api.call('plans');
  readonly find = (id: string) => this.whole(this.api.call('plan', { id }));
  /** What has changed about a plan since the event of a number. */
  readonly after = (id: string, number: number) => this.api.call('planNews', { id, number });
  readonly assign = (songId: string, assign: Assign) =>
    this.api.call('assign', { id: songId }, assign);
  /** Changes how one plan is taught. */
  readonly change = (id: string, save: SavePlan) =>
    this.whole(this.api.call('savePlan', { id }, save));
  /** Takes the song back; what was done stays. */
  readonly withdraw = (id: string) => this.api.call('withdrawPlan', { id });

  /** A long log comes in several answers; the plan is given once all of it is there. */
  whole(asked: Observable<Plan>): Observable<Plan> {
    const rest = (plan: Plan): Observable<Plan> =>
      plan.hasMore
        ? this.after(plan.id, plan.lastEvent).pipe(map((news) => withNews(plan, news)))
        : EMPTY;
    return asked.pipe(expand(rest), last());
  }
}
