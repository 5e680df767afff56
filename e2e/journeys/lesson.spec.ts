import { expect, test, type Browser, type Page } from '../test';
import type { Overview } from '@harvu/contract';
import { randomUUID } from 'node:crypto';
import { planOf } from '../plans';
import { Door, type DemoName } from '../screens/door';

/** Signs somebody in on a device of their own. */
async function onOwnDevice(browser: Browser, name: DemoName): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await new Door(page).slipInAs(name);
  return page;
}

async function openLesson(page: Page, name: RegExp): Promise<void> {
  await page.goto('/today');
  await page.getByRole('list', { name: 'Lessons of the day' }).getByRole('link', { name }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
}

test('a lesson is marked with one key each, outlives a reload and a lost network, and is told', async ({
  page,
  context,
  browser,
}) => {
  await new Door(page).slipInAs('Ilse Korrin');
  await openLesson(page, /Ferran Loke/);
  const start = page.getByRole('button', { name: 'Start the clock' });
  // A second try of this journey finds the lesson begun.
  if (await start.isVisible()) await start.click();
  await expect(page.getByText(/\d of 30 min/)).toBeVisible();
  // What is heard first: any section of the ribbon, whatever the agenda says.
  await page
    .getByRole('button', { name: /^B Tune, / })
    .first()
    .click();
  await expect(page.getByRole('heading', { level: 2, name: /^Tune/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Click/ })).toBeVisible();
  const marked = page.getByRole('region', { name: 'Marked' });
  await page.keyboard.press('c');
  await expect(marked).toContainText(/Tune.* clean /);
  await page.keyboard.press('s');
  await page.keyboard.press('3');
  await page.keyboard.press('Enter');
  await expect(marked).toContainText(/stumbled .*bar 3/);
  await page.keyboard.press('x');
  await page.keyboard.press('Enter');
  await expect(marked).toContainText('stopped');
  await page.keyboard.press('z');
  await expect(marked).not.toContainText('stopped');
  await page.getByRole('textbox', { name: 'A word for home' }).fill('Thumb alone, twice a day.');
  await page.keyboard.press('Tab');
  await expect(page.getByText('waits to be sent')).toBeHidden();
  await page.reload();
  await expect(marked).toContainText(/stumbled .*bar 3/);
  await expect(page.getByRole('textbox', { name: 'A word for home' })).toHaveValue(/Thumb alone/);

  await context.setOffline(true);
  await page.getByRole('button', { name: /Done, next/ }).click();
  await expect(page.getByText('kept here, waits to be sent')).toBeVisible();
  await page
    .getByRole('button', { name: /^B Tune, / })
    .first()
    .click();
  await page.keyboard.press('c');
  await expect(marked).toContainText(/clean (twice|\d)/);
  await context.setOffline(false);
  await expect(page.getByText('waits to be sent')).toBeHidden({ timeout: 20_000 });

  await page.keyboard.press('e');
  const summary = page.getByRole('textbox', { name: /This goes to Ferran/ });
  await expect(summary).toHaveValue(/For home: Thumb alone, twice a day\./);
  await expect(summary).toHaveValue(/At home, from /);
  await page.getByRole('button', { name: 'Keep and tell them' }).click();
  await expect(page.getByText(/^held, /)).toBeVisible();
  await expect(page.getByText('waits to be sent')).toBeHidden();
  await page.goto('/lessons');
  await page.getByRole('button', { name: 'Ferran Loke' }).click();
  await expect(page.getByRole('region', { name: 'Written to students' })).toContainText(
    'Thumb alone, twice a day.',
  );
  const ferran = await onOwnDevice(browser, 'Ferran Loke');
  await ferran.goto('/week');
  await expect(ferran.getByText('Thumb alone, twice a day.')).toBeVisible();
  await ferran.context().close();
});

test('a try appears on the teacher’s open page by itself', async ({ page, browser }) => {
  await new Door(page).slipInAs('Ilse Korrin');
  await page.goto('/today');
  const row = page
    .getByRole('list', { name: 'Lessons of the day' })
    .getByRole('listitem')
    .filter({ has: page.getByRole('link', { name: 'Bram Tessel' }) });
  const minutes = row.getByText(/^\d+ of \d+ min$/);
  await expect(minutes).toBeVisible();
  const before = Number((await minutes.textContent())?.split(' ')[0]);
  const bram = await onOwnDevice(browser, 'Bram Tessel');
  const { id, revision } = await planOf(bram);
  const { today } = (await (await bram.request.get('/api/overview')).json()) as Overview;
  const event = {
    ...{ id: randomUUID(), kind: 'time', stepId: 'listen', bpm: null, seconds: 300 },
    ...{ at: new Date().toISOString(), day: today, revision },
  };
  const sent = await bram.request.post(`/api/plans/${id}/events`, {
    ...{ data: { events: [event] }, headers: { origin: new URL(page.url()).origin } },
  });
  expect(sent.ok()).toBeTruthy();
  await expect
    .poll(async () => Number((await minutes.textContent())?.split(' ')[0]))
    .toBe(before + 5);
  await bram.context().close();
});

test('a plan is changed on the spot, for this student, and taken back', async ({ page }) => {
  await new Door(page).slipInAs('Ilse Korrin');
  await openLesson(page, /Odalys Renn/);
  await page.getByRole('button', { name: /^E Bridge, / }).click();
  const split = page.getByRole('button', { name: /^Split after bar/ });
  await split.click();
  const undo = page.getByRole('button', { name: /^Undo: split after bar/ });
  await expect(undo).toBeVisible();
  await expect(split).toBeHidden();
  await undo.click();
  await expect(undo).toBeHidden();
  await expect(split).toBeVisible();
});

test('a lesson is moved, missed and as usual again; one is logged afterwards', async ({ page }) => {
  await new Door(page).slipInAs('Ilse Korrin');
  await page.goto('/lessons');
  const teo = page.getByRole('listitem').filter({ hasText: 'Teo Marrin' }).first();
  await teo.getByRole('button', { name: 'Move' }).click();
  await page.getByLabel('Time').fill('11:15');
  await page.getByRole('button', { name: 'Move it' }).click();
  await expect(teo).toContainText('11:15');
  await teo.getByRole('button', { name: 'Missed' }).click();
  await expect(teo).toContainText('missed');
  await teo.getByRole('button', { name: 'As usual' }).click();
  await expect(teo).toContainText('19:00');

  await teo.getByRole('link', { name: 'Teo Marrin' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /Teo Marrin/ })).toBeVisible();
  await page.goto('/students');
  await page.getByRole('link', { name: /What is known of Teo/ }).click();
  await page.getByRole('link', { name: 'Log a lesson' }).click();
  await page.getByRole('textbox', { name: 'A word for home' }).fill('The twelve, aloud.');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: /End the lesson/ }).click();
  await page.getByRole('button', { name: 'Keep, tell nobody' }).click();
  await expect(page.getByText('waits to be sent')).toBeHidden();
  await page.goBack();
  await expect(page.getByRole('region', { name: 'Lessons' })).toContainText('The twelve, aloud.');
});
