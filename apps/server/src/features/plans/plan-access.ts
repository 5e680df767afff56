import type { Person, PlanSummary } from '@harvu/contract';
import { isTeaching } from '../../platform/access';
import { missing } from '../../platform/errors';
import type { PlansStore } from './plans.store';

/** Finds a plan for somebody; somebody else's is answered like one that does not exist. */
export function createPlanAccess(plans: PlansStore) {
  return async (id: string, person: Person): Promise<PlanSummary> => {
    const plan = await plans.find(id);
    if (!plan || (!isTeaching(person) && plan.studentId !== person.id)) throw missing('plan');
    return plan;
  };
}
