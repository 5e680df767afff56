import { expect, test } from '../test';
import { Bench } from '../screens/bench';
import { Door } from '../screens/door';

test.beforeEach(async ({ page }) => new Door(page).slipInAs('Ilse Korrin'));

test('Enter in the last bar is written on, and leaves no silence behind where one stops', async ({
  page,
}) => {
  const bench = new Bench(page);
  await bench.start(`On and on ${Date.now()}`);
  await bench.write('[A]\n| G | D |\n');
  await page.getByRole('button', { name: /^Bar 2: D/ }).click();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('group', { name: 'Writing bar 3' })).toBeVisible();
  await page.keyboard.type('Em');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('group', { name: 'Writing bar 4' })).toBeVisible();
  // Whatever one does next, the bar in which nothing was written is none.
  await bench.isSaved();
  await page.reload();
  await bench.openText();
  await expect(bench.text).toContainText('| G | D | Em |');
  await expect(bench.text).not.toContainText('-');
});

test('a letter on a bar come to by Tab writes it, and a section just added has the cursor', async ({
  page,
}) => {
  const bench = new Bench(page);
  await bench.start(`By keys ${Date.now()}`);
  await bench.write('[A]\n| G | D |\n');
  await page.getByRole('button', { name: /^Bar 1: G/ }).focus();
  await page.keyboard.type('Am');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(bench.text).toContainText('| Am | D |');
  await bench.addSection('Chorus');
  const chorus = page.getByRole('region', { name: 'Chorus', exact: true });
  await expect(chorus.getByLabel('Bar 1, beat 1')).toBeFocused();
  await page.keyboard.type('F');
  await page.keyboard.press('Enter');
  await page.keyboard.type('C');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(bench.text).toContainText('| F | C |');
  // One as another has its bars already: it is gone to, and written over by a letter.
  await bench.addSection('Verse', 'A');
  const verse = page.getByRole('region', { name: 'Verse', exact: true });
  await expect(verse.getByRole('button', { name: /^Bar 1: A minor/ })).toBeFocused();
  await page.keyboard.type('Dm');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(bench.text).toContainText('[Verse = A]1: | Dm |');
});

test('what is typed and not finished stands after a reload', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`Cut off ${Date.now()}`);
  await bench.write('[A]\n| G | D |\n');
  await bench.isSaved();
  await bench.text.click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('[B]');
  await page.keyboard.press('Enter');
  await page.keyboard.type('| Em | C');
  await page.reload();
  await bench.openText();
  await expect(bench.text).toContainText('| Em | C');
  await bench.isSaved();

  const grid = page.getByRole('list', { name: 'Bars of A', exact: true });
  await grid.getByRole('button', { name: /^Bar 1: / }).focus();
  await page.keyboard.type('Am');
  await page.reload();
  await bench.openText();
  await expect(bench.text).toContainText('| Am | D |');
  await bench.isSaved();

  // The frame of a song in which nothing of it is said lies open.
  await page.getByRole('group', { name: 'Frame', exact: true }).getByLabel('bpm').fill('104');
  await page.reload();
  await bench.openText();
  await expect(bench.text).toContainText('tempo: 104');
});
