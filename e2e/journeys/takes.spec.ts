import { expect, test, type Page } from '../test';
import { planOf } from '../plans';
import { Door, type DemoName } from '../screens/door';

/** Opens the listening at a section of somebody's song, and gives its plan. */
async function openListening(
  page: Page,
  who: DemoName,
): Promise<Awaited<ReturnType<typeof planOf>>> {
  await new Door(page).slipInAs(who);
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/whole:full`);
  await page.getByRole('button', { name: 'Listen', exact: true }).click();
  return plan;
}

test('the stand-in plays, and what it did wrong is what is said', async ({ page }) => {
  await openListening(page, 'Odalys Renn');
  const panel = page.getByRole('dialog', { name: 'Listen to me' });
  await panel.getByRole('button', { name: 'Let the stand-in play' }).click();
  await expect(
    panel.getByText(/^Not clean yet: the change from .+ to .+ comes \d+ ms late/),
  ).toBeVisible({ timeout: 60_000 });
  await expect(panel.getByRole('img', { name: /^Bar 1: / })).toBeVisible();
  await expect(panel.getByText('it is not kept')).toBeVisible();
  await panel.getByRole('button', { name: 'Hear it beside the guide' }).click();
  await expect(panel.locator('audio')).toBeVisible({ timeout: 60_000 });
});

test('without the microphone it says what to do, and asks for none before', async ({ page }) => {
  await page.addInitScript(() => {
    const asked: unknown[] = [];
    Object.assign(globalThis, { asked });
    navigator.mediaDevices.getUserMedia = (wish) => {
      asked.push(wish);
      return Promise.reject(new DOMException('no', 'NotAllowedError'));
    };
  });
  await openListening(page, 'Odalys Renn');
  const panel = page.getByRole('dialog', { name: 'Listen to me' });
  await expect(panel.getByText('The microphone is asked for when you press Listen')).toBeVisible();
  const asked = () => page.evaluate(() => (globalThis as unknown as { asked: object[] }).asked);
  expect(await asked()).toEqual([]);
  await panel.getByRole('button', { name: 'Listen', exact: true }).click();
  await expect(panel.getByRole('alert')).toContainText('Allow it in the browser');
  expect(await asked()).toEqual([
    { audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false } },
  ]);
});

test('taps are judged, and their figures kept with the mark', async ({ page }) => {
  const plan = await openListening(page, 'Odalys Renn');
  const panel = page.getByRole('dialog', { name: 'Listen to me' });
  await panel.getByRole('button', { name: 'Taps' }).click();
  await expect(panel.getByText('Play.', { exact: true })).toBeVisible({ timeout: 20_000 });
  for (let tap = 0; tap < 8; tap += 1) {
    await page.keyboard.press(' ');
    await page.waitForTimeout(300);
  }
  await panel.getByRole('button', { name: 'That was all' }).click();
  await panel.getByRole('button', { name: /^Keep as stumbled/ }).click();
  await expect(panel).toHaveCount(0);
  await expect
    .poll(
      async () => {
        const { events } = await planOf(page);
        return events.slice(plan.events.length).map((one) => (one as { kind: string }).kind);
      },
      { timeout: 20_000 },
    )
    .toEqual(expect.arrayContaining(['take', 'try']));
});
