import type { PlanSummary } from '@harvu/contract';
import { expect, test } from '../test';
import { Bench } from '../screens/bench';
import { Door } from '../screens/door';
import { PracticeRoom } from '../screens/practice-room';

const FRAME = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 2\nhand: pick\n\n';

test('a riff of four bars is laid, written and put right by keys alone', async ({ page }) => {
  await new Door(page).slipInAs('Ilse Korrin');
  const bench = new Bench(page);
  await bench.start(`Winch ${Date.now()}`);
  await bench.write(`${FRAME}[Intro]\n| D | G | D | A |\n`);
  const intro = page.getByRole('region', { name: 'Intro', exact: true });
  await intro.getByRole('button', { name: /plain strokes/ }).focus();
  await page.keyboard.press('Enter');
  await intro.getByLabel('over bars').focus();
  await page.keyboard.type('1-4');
  await page.keyboard.press('Enter');
  // A riff with nothing in it has the focus where it is written.
  await expect(intro.getByLabel(/Notes: a string once/)).toBeFocused();
  await page.keyboard.type('4: 0 . 3: 2 2: 3 | 3: 2 4 2: 3 5 | 4: 0 . 3: 2 2: 3 | 3: 2 . . .');
  await page.keyboard.press('Enter');
  await expect(bench.text).toContainText('[Intro] riff riff-1 in 1-4');
  await expect(intro.getByText(/of 11 notes to learn/)).toBeVisible();
  const drawn = intro.getByRole('group', { name: 'The riff, note by note' });
  await drawn.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('h');
  await expect(bench.text).toContainText('3: h2');
  await page.keyboard.press('Control+z');
  await expect(bench.text).not.toContainText('3: h2');
  await expect(intro.getByText('Note 2 of 11: string 3 fret 2, one beat.')).toBeVisible();
});

test('a riff goes from a pasted list to the plan, the practice room and paper', async ({
  page,
  browser,
}) => {
  await new Door(page).slipInAs('Ilse Korrin');
  const bench = new Bench(page);
  const title = `Hoist ${Date.now()}`;
  await bench.start(title);
  await bench.write(`${FRAME}riff lick 4/4: 3: 2\n\n[Intro] riff lick in 1\n| D | A |\n`);
  const intro = page.getByRole('region', { name: 'Intro', exact: true });
  await intro.getByRole('button', { name: 'Edit', exact: true }).click();
  await intro.getByRole('button', { name: 'Paste a list or tab' }).click();
  await intro
    .getByLabel('A list as it is spoken, or lines of tab')
    .fill('third string two four, second string three five');
  await intro.getByRole('button', { name: 'Take it over' }).click();
  await expect(bench.text).toContainText('riff lick 4/4: 3: 2 4 2: 3 5');
  await bench.isSaved();

  await page.getByRole('link', { name: 'Make the steps' }).click();
  await page.getByRole('button', { name: 'Every step' }).click();
  await expect(page.getByText('lick, all of it').first()).toBeVisible();
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Bram Tessel' }).check();
  await page.getByRole('button', { name: 'Assign to Bram' }).click();
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Bram' }).getByText('has it'),
  ).toBeVisible();

  const student = await browser.newPage();
  await new Door(student).slipInAs('Bram Tessel');
  const plans = (await (await student.request.get('/api/plans')).json()) as PlanSummary[];
  const plan = plans.find((one) => one.title === title);
  await student.goto(`/plans/${plan?.id ?? ''}/practice/riff:lick`);
  await new PracticeRoom(student).isAt('lick, all of it');
  const tab = student.getByRole('img', {
    name: 'string 3 fret 2, fret 4, string 2 fret 3, fret 5',
  });
  await expect(tab).toBeVisible();
  await expect(tab.locator('circle').first()).toBeVisible();
  const sheet = await student.request.get(`/api/plans/${plan?.id ?? ''}/sheet.pdf`);
  expect(sheet.headers()['content-type']).toBe('application/pdf');
  await student.close();
});
