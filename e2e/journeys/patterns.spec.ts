import { expect, test } from '../test';
import { Bench } from '../screens/bench';
import { Door } from '../screens/door';

test.beforeEach(async ({ page }) => new Door(page).slipInAs('Ilse Korrin'));

test('a pattern goes from the teacher’s words over the chart to the steps', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`Pattern ${Date.now()}`);
  await bench.write('tempo: 92\nmeter: 4/4\ncapo: 0\n[A]\n| G | D |\n');
  await page.getByRole('button', { name: 'New pattern' }).click();
  const editor = page.getByRole('region', { name: 'Edit a pattern' });
  await editor.getByLabel('In words, as you say it').fill('down-up down-up down down-up');
  await expect(editor.getByText('It fits one bar in 8 in 1 way.')).toBeVisible();
  await editor.getByRole('list', { name: /Ways/ }).getByRole('button').first().click();
  await expect(bench.text).toContainText('pattern pattern-1 4/4: D U D U D - D U');
  await editor.getByLabel('A', { exact: true }).check();
  await expect(bench.text).toContainText('[A] pattern pattern-1');
  await editor.getByRole('button', { name: 'Hear it' }).click();
  await expect(editor.getByRole('button', { name: 'Stop' })).toBeVisible();
  await editor.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText('of 0.33 s').first()).toBeVisible();
  await bench.isSaved();
  await page.getByRole('link', { name: 'Make the steps' }).click();
  await page.getByRole('button', { name: 'Every step' }).click();
  await page.getByRole('button', { name: /A .*rungs/ }).click();
  await expect(page.getByText(/half a beat for it allows/)).toBeVisible();
});

test('a chord that comes between the slots of its pattern is told', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`Between ${Date.now()}`);
  await bench.write(
    'tempo: 92\nmeter: 4/4\npattern p 4/4: D D D D\n[A] pattern p\n| G C D | G |\n',
  );
  await expect(bench.margin.getByText(/where p has no slot/)).toBeVisible();
});

test('a section goes from bare to ornaments, each layer with its own steps', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`Layers ${Date.now()}`);
  await bench.write(
    'tempo: 120\nmeter: 4/4\ncapo: 0\npattern eights 4/4: D U D U D U D U\npattern fill 4/4: D U D U x x x x\n[A]\n| C | F | C | F |\n',
  );
  await page.getByRole('button', { name: /plain strokes/ }).click();
  const hand = page.getByRole('group', { name: 'How it is struck' });
  await hand.getByLabel('all bars').selectOption('eights');
  await hand.getByLabel('Bars with another pattern').fill('4');
  await hand.getByLabel('Their pattern').selectOption('fill');
  await hand.getByRole('button', { name: 'Add' }).click();
  await expect(bench.text).toContainText('[A] pattern eights pattern fill in 4');
  await hand.getByRole('button', { name: 'Bare' }).click();
  await expect(hand.getByLabel('all bars')).toHaveValue('');
  await bench.isSaved();
  await page.getByRole('link', { name: 'Make the steps' }).click();
  await page.getByRole('button', { name: 'Every step' }).click();
  await page.getByRole('button', { name: /A, one strum a chord/ }).click();
  await expect(page.getByText(/What is new is played slowly first/)).toBeVisible();
  await page.getByRole('button', { name: /A, on the pulse/ }).click();
  await expect(page.getByText(/one beat for it allows/)).toBeVisible();
});

test('a picked pattern follows the grip, and is tapped on a pad that is simulated', async ({
  page,
}) => {
  const bench = new Bench(page);
  await bench.open('Fog Signals');
  await page.getByRole('button', { name: /^fog-five/ }).click();
  const editor = page.getByRole('region', { name: 'Edit a pattern' });
  await editor.getByLabel('as it is picked over').selectOption('G');
  await expect(editor.getByRole('img', { name: /^1 string 6 p/ }).first()).toBeVisible();
  await editor.getByRole('button', { name: 'Use a MIDI pad' }).click();
  await expect(editor.getByText('Simulated pad is heard.')).toBeVisible();
  await expect(editor.getByText(/tapped at \d+ bpm, 2 a beat/)).toBeVisible({ timeout: 10_000 });
});
