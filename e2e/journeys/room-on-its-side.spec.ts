import type { Plan, PlanSummary } from '@harvu/contract';
import { makePlan } from '@harvu/core/plan';
import { expect, test, type Page } from '../test';
import { Door } from '../screens/door';

/** One step of each kind, over all plans there are: its plan and its id. */
async function stepsOfEachKind(page: Page): Promise<ReadonlyMap<string, string>> {
  const plans = (await (await page.request.get('/api/plans')).json()) as readonly PlanSummary[];
  const found = new Map<string, string>();
  for (const { id } of plans) {
    const plan = (await (await page.request.get(`/api/plans/${id}`)).json()) as Plan;
    const { document, teaching, figures } = plan;
    const { steps } = makePlan(document, { teaching, student: figures.student });
    for (const { id: step, kind } of steps)
      if (!found.has(kind)) found.set(kind, `/plans/${id}/practice/${encodeURIComponent(step)}`);
  }
  return found;
}

/** What of the room’s keys is cut off by an edge of the screen, or lies under something else. */
function hiddenKeys(page: Page): Promise<readonly string[]> {
  return page.evaluate(() =>
    Array.from(document.querySelectorAll<HTMLElement>('.room-keys button')).flatMap((button) => {
      const { left, top, right, bottom } = button.getBoundingClientRect();
      const isOut = left < -1 || top < -1 || right > innerWidth + 1 || bottom > innerHeight + 1;
      const at = document.elementFromPoint((left + right) / 2, (top + bottom) / 2);
      const isCut = button.scrollWidth > button.clientWidth + 1;
      return isOut || !button.contains(at) || isCut ? [button.innerText] : [];
    }),
  );
}

for (const [width, height] of [
  [844, 390],
  [667, 375],
  [390, 844],
] as const) {
  test(`the room has all its keys on screen at ${width}x${height}, whatever is practised`, async ({
    page,
  }) => {
    test.slow();
    await page.setViewportSize({ width, height });
    await new Door(page).slipInAs('Ilse Korrin');
    const found = await stepsOfEachKind(page);
    expect(found.size).toBeGreaterThan(10);
    const hidden: string[] = [];
    let looked = 0;
    for (const [kind, address] of found) {
      await page.goto(address);
      const keys = page.locator('.room-keys');
      const gone = page.getByText('no longer in the plan');
      await keys.or(gone).first().waitFor();
      if (await gone.isVisible()) continue;
      looked += 1;
      await expect(keys.getByRole('button', { name: 'Room' })).toBeVisible();
      hidden.push(...(await hiddenKeys(page)).map((key) => `${kind}: ${key}`));
    }
    expect(hidden).toEqual([]);
    expect(looked).toBeGreaterThan(10);
  });
}
