import { serve, type Api } from '../../platform/routing';
import type { EventsService } from './events.service';
import type { PlansService } from './plans.service';

/** Routes about plans and what happens in them: a student reaches their own, a teacher all. */
export function servePlans(
  api: Api,
  {
    plans,
    events,
  }: {
    readonly plans: PlansService;
    readonly events: EventsService;
  },
): void {
  serve(api, 'plans', ({ person }) => plans.list(person));
  serve(api, 'plan', ({ id, person }) => plans.find(id, person));
  serve(api, 'planNews', ({ id, number, person }) => plans.news(id, number, person));
  serve(api, 'savePlan', ({ id, body, person }) => plans.change(id, body, person));
  serve(api, 'withdrawPlan', async ({ id, person }) => {
    await plans.withdraw(id, person);
    return undefined;
  });
  serve(api, 'sendEvents', ({ id, body, person }) => events.take(id, body, person));
  serve(api, 'assign', async ({ id, body, person }) => {
    await plans.assign(id, body, person);
    return undefined;
  });
}
