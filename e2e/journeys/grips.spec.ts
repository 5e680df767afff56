import type { PlanSummary } from '@harvu/contract';
import { expect, test } from '../test';
import { Bench } from '../screens/bench';
import { Door } from '../screens/door';

const FRAME = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\n';

test.beforeEach(async ({ page }) => new Door(page).slipInAs('Ilse Korrin'));

test('a slip of the finger is told and settled by one click', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`Slip ${Date.now()}`);
  await bench.write(`${FRAME}grip D: xx0242\n[A]\n| D | G |\n`);
  await expect(
    bench.margin.getByText('perhaps string 2 is fret 4 and should be fret 3'),
  ).toBeVisible();
  await bench.margin.getByRole('button', { name: 'Make it xx0232' }).click();
  await expect(bench.text).toContainText('grip D: xx0232');
  await expect(bench.margin.getByText('perhaps string 2')).toHaveCount(0);
});

test('a song with a fault is assigned only when it is settled or meant so', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`Fault ${Date.now()}`);
  await bench.write(`${FRAME}grip G: 355433\n[A]\n| G | D |\n[B]\n| G |\n`);
  await bench.write(`${FRAME}grip D: 355433\n[A]\n| G | D |\n`);
  await expect(bench.margin.getByText('does not sound D but G')).toBeVisible();
  await bench.isSaved();
  await page.getByRole('link', { name: 'Make the steps' }).click();
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Bram Tessel' }).check();
  await page.getByRole('button', { name: 'Assign to Bram' }).click();
  await expect(page.getByText('The song has a fault left')).toBeVisible();
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await bench.margin.getByRole('button', { name: 'It is meant so' }).click();
  await bench.margin.getByLabel('Why it is meant so').fill('Bram’s second guitar is tuned so.');
  await bench.margin.getByRole('button', { name: 'Keep' }).click();
  await expect(bench.margin.getByText('Meant so:')).toBeVisible();
  await page.getByRole('link', { name: 'Make the steps' }).click();
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Bram Tessel' }).check();
  await page.getByRole('button', { name: 'Assign to Bram' }).click();
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Bram' }).getByText('has it'),
  ).toBeVisible();
});

test('a grip is put together on the neck, and its name told while one presses', async ({
  page,
}) => {
  const bench = new Bench(page);
  await bench.start(`Neck ${Date.now()}`);
  await bench.write(`${FRAME}[A]\n| Am | G |\n`);
  await page
    .getByRole('button', { name: /^A minor/ })
    .first()
    .click();
  const editor = page.getByRole('region', { name: 'Choose a grip' });
  await expect(editor.getByText('Sounds its name.')).toBeVisible();
  await editor.getByRole('button', { name: 'string 3 fret 2', exact: true }).click();
  await expect(editor.getByText('Sounds more than its name: Am7.')).toBeVisible();
  await expect(bench.text).toContainText('grip Am: x02010');
});

test('moving the capo asks what stays, and can be taken back', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`Capo ${Date.now()}`);
  await bench.write(`${FRAME}[A]\n| E | A |\n`);
  await bench.frame('capo', '2');
  await page.getByRole('button', { name: 'Keep the sound, other shapes' }).click();
  await expect(bench.text).toContainText('| D | G |');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(bench.text).toContainText('| E | A |');
});

test('one’s own ways hold everywhere at once', async ({ page, browser }) => {
  const context = await browser.newContext();
  const student = await context.newPage();
  await new Door(student).slipInAs('Wiebke Halm');
  await student.goto('/me');
  await student.getByLabel('by letter, low E to high E').check();
  await expect(student.getByText('Finger 3 lands on the B string fret 3.')).toBeVisible();
  const [plan] = (await (await student.request.get('/api/plans')).json()) as PlanSummary[];
  await student.goto(`/plans/${plan?.id ?? ''}/practice/grip:G`);
  await expect(student.getByText(/the .* string/).first()).toBeVisible();
  await student.goto('/me');
  await student.getByLabel('by number, 1 the thinnest').check();
  await expect(student.getByText('Finger 3 lands on string 2 fret 3.')).toBeVisible();
  await context.close();
  await page.goto('/me');
  await expect(page.getByText('Finger 3 lands on string 2 fret 3.')).toBeVisible();
});
