import { expect, test, type Page } from '../test';
import { OwnStudio } from '../own-studio';
import { Door, PASSWORD } from '../screens/door';

const CODE = '24682468';

async function give(page: Page, label: string, text: string): Promise<void> {
  const file = { name: 'list.txt', mimeType: 'text/plain', buffer: Buffer.from(text) };
  await page.getByLabel(label, { exact: true }).setInputFiles(file);
}

async function comeIn(page: Page, { url }: OwnStudio): Promise<void> {
  const data = { signInName: 'ilse', password: PASSWORD };
  const answer = await page.request.post(`${url}/api/sign-in`, { data });
  expect(answer.ok()).toBe(true);
}

/** Fills a studio from files and saves all of it; gives the file. */
async function takeOut(page: Page, studio: OwnStudio): Promise<string> {
  await comeIn(page, studio);
  await takeIn(page, studio);
  await page.goto(`${studio.url}/studio`);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the whole studio' }).click();
  return await (await download).path();
}

/** Takes in a student, a request, a day off and a weekly lesson from files. */
async function takeIn(page: Page, studio: OwnStudio): Promise<void> {
  await page.goto(`${studio.url}/studio`);
  await page.getByRole('button', { name: 'Students from a table' }).click();
  const table = 'Name;Age;Guardian;Day;Time\nAda Quill;9;Bea;Do;15.30\nBram Tessel;24;;;\n';
  await give(page, 'A table, as CSV', table);
  // A studio that has just been made is still filling its demo world.
  await expect(page.getByText('somebody of this name is there already')).toBeVisible({
    timeout: 30_000,
  });
  await page.getByRole('button', { name: 'Take 1 student over' }).click();
  await expect(page.getByRole('status')).toContainText('1 student is added.');

  await page.goto(`${studio.url}/requests`);
  await page.getByRole('button', { name: 'From a table' }).click();
  await give(page, 'A table, as CSV', 'Who,Song\nAda,Nine Locks at Noon\n');
  await page.getByRole('button', { name: 'Take 1 request over' }).click();
  await expect(page.getByRole('heading', { name: 'Nine Locks at Noon' })).toBeVisible({
    timeout: 30_000,
  });

  await page.goto(`${studio.url}/lessons`);
  await page.getByRole('button', { name: 'From a calendar' }).click();
  const soon = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  const day = soon.replaceAll('-', '');
  const event = (lines: string): string => `BEGIN:VEVENT\r\n${lines}\r\nEND:VEVENT\r\n`;
  const events = [
    event(`SUMMARY:Fog day\r\nDTSTART;VALUE=DATE:${day}`),
    event(`SUMMARY:Ada\r\nDTSTART:${day}T111500\r\nDURATION:PT45M\r\nRRULE:FREQ=WEEKLY`),
  ];
  const calendar = `BEGIN:VCALENDAR\r\n${events.join('')}END:VCALENDAR\r\n`;
  await give(page, 'A calendar file', calendar);
  await page.getByRole('button', { name: 'Take these over' }).click();
  await expect(page.getByText('Fog day, no lessons until')).toBeVisible();
  await expect(page.getByText('11:15').first()).toBeVisible();
}

test('what came in from files leaves with the whole studio, and an empty one is set up from it', async ({
  page,
}) => {
  // Two studios of its own are made, one after the other.
  test.setTimeout(300_000);
  const from = await OwnStudio.open();
  const file = await takeOut(page, from).finally(() => from.close());
  const to = await OwnStudio.open({ HARVU_DEMO: '0', HARVU_SET_UP_CODE: CODE });
  try {
    await page.goto(`${to.url}/sign-in`);
    await page.getByRole('button', { name: 'Bring a studio back from its file' }).click();
    await page.getByLabel('The studio’s file').setInputFiles(file);
    await page.getByLabel('Code of this start').fill(CODE);
    await page.getByRole('button', { name: 'Bring the studio back' }).click();
    await expect(page.getByRole('status')).toContainText('Tern Yard Studio is back', {
      timeout: 90_000,
    });
    await page.getByRole('button', { name: 'Go to the door' }).click();
    await page.getByLabel('Sign-in name').fill('odalys');
    await page.getByLabel('Password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await expect(page.getByRole('heading', { name: 'My week' })).toBeVisible();
    await expect(page.getByText('Slow Barge to Ferrow').first()).toBeVisible();
  } finally {
    await to.close();
  }
});

test('a student prints a card, and gives their dates to another calendar', async ({ page }) => {
  await new Door(page).slipInAs('Odalys Renn');
  await page.goto('/week');
  await page.locator('summary', { hasText: 'Print' }).click();
  const card = page.getByRole('link', { name: 'A card to practise by on Letter' });
  const printed = await page.request.get((await card.getAttribute('href')) ?? '');
  expect(printed.headers()['content-type']).toBe('application/pdf');
  await page.goto('/me/account');
  await page.getByRole('button', { name: 'Make an address' }).click();
  const address = await page.getByLabel('Give your calendar this address').inputValue();
  // Whoever reads it is not signed in.
  const read = await fetch(address);
  expect(await read.text()).toContain('SUMMARY:Guitar lesson');
  await page.getByRole('button', { name: 'End it' }).click();
  await expect(page.getByRole('button', { name: 'Make an address' })).toBeVisible();
  expect((await fetch(address)).status).toBe(404);
});
