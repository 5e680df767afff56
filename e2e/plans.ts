import type { Page } from '@playwright/test';
import type { Plan, PlanSummary } from '@harvu/contract';

/** The first plan of whoever is signed in, with all that happened in it. */
export async function planOf(page: Page): Promise<Plan> {
  const [first] = (await (await page.request.get('/api/plans')).json()) as PlanSummary[];
  return (await (await page.request.get(`/api/plans/${first?.id ?? ''}`)).json()) as Plan;
}
