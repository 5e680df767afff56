import { expect, test } from '@playwright/test';
import { Bench } from '../screens/bench';
import { Door } from '../screens/door';

test.beforeEach(async ({ page }) => new Door(page).slipInAs('Ilse Korrin'));

test('text of any kind never breaks the page, and nothing typed is lost', async ({ page }) => {
  const errors: Error[] = [];
  page.on('pageerror', (error) => errors.push(error));
  const bench = new Bench(page);
  await bench.start(`Odd text ${Date.now()}`);
  const odd = [
    '|||| % | ] [ = ]\n[A = A]\n1: | G |\n',
    'map: , , x9\ntempo: -3\nmeter: 0/0\ncapo: 99\n[[[',
    '[A] x99\n| G . . . . . . |\n| <script>alert(1)</script> |\n',
    '\u0000\u202e🎸 | | | ♯♭ |\n'.repeat(50),
  ];
  for (const text of odd) {
    await bench.write(text);
    await expect(bench.margin.getByText(/^Line/).first()).toBeVisible();
  }
  await bench.write('# a remark\n[A]\n| G |\nthis line is nothing\n');
  await bench.isSaved();
  await page.reload();
  await expect(bench.text).toContainText('this line is nothing');
  expect(errors).toEqual([]);
});

test('edits in the frame and the text stay in step, and can be taken back', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`In step ${Date.now()}`);
  await bench.write('[A]\n| G | D |\n');
  await bench.frame('capo', '3');
  await expect(bench.text).toContainText('capo: 3');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(bench.text).not.toContainText('capo: 3');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(bench.text).toContainText('capo: 3');
  await bench.frame('bpm', '5000');
  await expect(page.getByRole('alert').first()).toContainText(
    'Write whole beats a minute from 20 to 400',
  );
});

test('a proposed grip is made one’s own by typing or by choosing', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`Grips ${Date.now()}`);
  await bench.write('[A]\n| G | D |\n');
  await page.getByRole('button', { name: /^G/ }).first().click();
  await page.getByLabel(/Grip of G/).fill('320033');
  await page.getByRole('button', { name: 'Use it' }).click();
  await expect(bench.text).toContainText('grip G: 320033');
});

test('whoever saves second is told and keeps what they wrote', async ({ page, browser }) => {
  const title = `Two at once ${Date.now()}`;
  const bench = new Bench(page);
  await bench.start(title);
  await bench.write('[A]\n| G |\n');
  await bench.isSaved();
  const other = await browser.newPage();
  await new Door(other).slipInAs('Ilse Korrin');
  const second = new Bench(other);
  await second.open(title);
  await bench.write('[A]\n| G | D |\n');
  await bench.isSaved();
  await second.write('[A]\n| G | Em |\n');
  await expect(second.margin.getByText('Somebody else has saved this song')).toBeVisible();
  await expect(second.text).toContainText('| G | Em |');
  await other.close();
});

test('a song is found by / and a part of its name', async ({ page }) => {
  await page.goto('/students');
  await page.getByRole('heading', { name: 'Students' }).waitFor();
  await page.keyboard.press('/');
  await page.getByRole('textbox', { name: 'Find a song or a student' }).fill('tin lan');
  await expect(page.getByRole('option').first()).toContainText('Tin Lantern Waltz');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/bench/);
});
