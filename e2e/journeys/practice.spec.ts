import { expect, test } from '../test';
import { planOf } from '../plans';
import { Door } from '../screens/door';
import { PracticeRoom } from '../screens/practice-room';

test('what is played without a connection is kept, and sent later once each', async ({
  page,
  context,
}) => {
  await new Door(page).slipInAs('Wiebke Halm');
  await page.goto('/week');
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/grip:D`);
  const room = new PracticeRoom(page);
  await room.isAt('Grips G, C and D');
  // The room's parts are here before the connection goes.
  await page.waitForLoadState('networkidle');
  await context.setOffline(true);
  await room.stumbled();
  await page.waitForTimeout(450);
  await room.clean();
  await expect(page.getByText('2 wait to be sent')).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/to be sent/)).toHaveCount(0, { timeout: 20_000 });
  const after = await planOf(page);
  expect(after.events.length).toBe(plan.events.length + 2);
});

test('what was kept survives the page and goes with the next visit', async ({ page }) => {
  await new Door(page).slipInAs('Bram Tessel');
  await page.goto('/week');
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/grip:G`);
  await new PracticeRoom(page).isAt(/^Grips? .*G/);
  await page.route('**/events', (route) => route.abort());
  await new PracticeRoom(page).clean();
  await expect(page.getByText('1 waits to be sent')).toBeVisible();
  await page.unroute('**/events');
  await page.goto('about:blank');
  await page.goto('/week');
  await expect
    .poll(async () => (await planOf(page)).events.length, { timeout: 20_000 })
    .toBe(plan.events.length + 1);
});

test('a clean pass counts only when it was played to its end', async ({ page }) => {
  await new Door(page).slipInAs('Odalys Renn');
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/whole:full`);
  const room = new PracticeRoom(page);
  await room.isAt('Whole song');
  await expect(page.getByRole('button', { name: /Start/ })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: /Stop/ })).toBeVisible();
  await room.clean();
  await expect(room.message).toHaveText(/^Play it to the end first: this is bar 1 of \d+\.$/);
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: /Start/ })).toBeVisible();
});

test('a step that is no longer in the plan is told', async ({ page }) => {
  await new Door(page).slipInAs('Odalys Renn');
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/section:s999`);
  await expect(page.getByText('This step is no longer in the plan')).toBeVisible();
});

test('the keys of the view are told by ?, and esc closes them without leaving', async ({
  page,
}) => {
  await new Door(page).slipInAs('Odalys Renn');
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/grip:Em7`);
  await new PracticeRoom(page).isAt(/^Grips .*Em7/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog').getByText('stumbled')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await new PracticeRoom(page).isAt(/^Grips .*Em7/);
});
