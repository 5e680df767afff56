import type { PersonRecord, Song } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { expect, test, type Page } from '../test';
import { Door } from '../screens/door';
import { PracticeRoom } from '../screens/practice-room';
import { Steps } from '../screens/steps';

const CHART =
  'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\npattern eights 4/4: D U D U D - D U\n[Verse] pattern eights\n| G | D | Em | D |\n[Chorus] pattern eights\n| C | G | Am | D |';

/** A song of its own, so that the demo world stays as it is. */
async function writeSong(page: Page, title: string): Promise<string> {
  const made = await page.request.post('/api/songs', { data: { title, playedBy: '' } });
  const { id } = (await made.json()) as Song;
  const document = readChart(CHART).song;
  const saved = await page.request.put(`/api/songs/${id}`, { data: { baseRevision: 1, document } });
  expect(saved.ok()).toBe(true);
  return id;
}

async function idOf(page: Page, name: string): Promise<string> {
  const people = (await (await page.request.get('/api/people')).json()) as PersonRecord[];
  return people.find((one) => one.name === name)?.id ?? '';
}

test('steps are ordered by a school and by hand, and stay so', async ({ page }) => {
  await new Door(page).slipInAs('Ilse Korrin');
  const songId = await writeSong(page, `Barge Horn ${Date.now()}`);
  const steps = new Steps(page);
  await steps.open(songId);
  expect(await steps.titles(3)).toEqual([
    ...['Tune, no capo', 'Follow the map, call the sections', 'Grips G, D and Em'],
  ]);

  await test.step('the school is changed, and a step moved by keys', async () => {
    await steps.openWay();
    await page.getByLabel('Grips first').check();
    await steps.closeWay();
    await expect(steps.list.getByRole('listitem').nth(3)).toContainText('Grips C and Am');
    const pattern = steps.step('Pattern eights on one muted chord');
    await pattern.click();
    await pattern.press('Alt+ArrowUp');
    await expect(steps.margin.getByText('Pattern eights on one muted chord moved')).toBeVisible();
    await steps.isSaved();
  });

  await test.step('a section is split, and the halves come before it', async () => {
    await steps.step('Verse').click();
    await steps.margin.getByRole('button', { name: 'Split' }).click();
    await expect(steps.list.getByText('Verse, bars 1–2')).toBeVisible();
    await steps.isSaved();
  });

  await test.step('a step of the teacher’s own is added, and undone again', async () => {
    await page.getByRole('button', { name: 'Add a step of your own' }).click();
    await page.getByLabel('What to do').fill('Clap the verse');
    await page.getByLabel('What counts as done').fill('twice without a slip');
    await page.getByRole('button', { name: /Put it/ }).click();
    await expect(steps.list.getByText('Clap the verse')).toBeVisible();
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(steps.list.getByText('Clap the verse')).toHaveCount(0);
    await steps.isSaved();
  });

  await test.step('all of it is there the next time', async () => {
    await page.reload();
    await expect(steps.list.getByText('Verse, bars 1–2')).toBeVisible();
    await steps.openWay();
    await expect(page.getByLabel('Grips first')).toBeChecked();
    await steps.closeWay();
  });

  await test.step('what was done can be undone after a reload too', async () => {
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(steps.list.getByText('Verse, bars 1–2')).toHaveCount(0);
    await steps.isSaved();
  });

  await test.step('a break of what a step needs is noted, not forbidden', async () => {
    await steps.step('Whole song').focus();
    const ids = await steps.list.getByRole('button').evaluateAll((all) => all.map(({ id }) => id));
    const at = ids.indexOf('whole:full');
    await page.keyboard.press('Alt+ArrowUp');
    await page.keyboard.press('Alt+ArrowUp');
    await expect(steps.list.getByRole('button').nth(at - 2)).toHaveId('whole:full');
    await expect(steps.step('Whole song')).toBeFocused();
    await expect(steps.margin.getByText(/It comes before what it needs/)).toBeVisible();
  });
});

test('a song is given as one student needs it, changed later, and taken back', async ({
  page,
  browser,
}) => {
  const title = `Ferry Bell ${Date.now()}`;
  await new Door(page).slipInAs('Ilse Korrin');
  const songId = await writeSong(page, title);
  const wiebke = await idOf(page, 'Wiebke Halm');
  const steps = new Steps(page);
  const student = await browser.newPage();
  await new Door(student).slipInAs('Wiebke Halm');

  await test.step('what is measured of her sets the tempos', async () => {
    await page.goto(`/students/${wiebke}`);
    await page.getByLabel('Change from').fill('G');
    await page.getByLabel('Change to').fill('D');
    await page.getByLabel('Changes', { exact: true }).fill('18');
    await page.getByRole('button', { name: 'Keep it' }).last().click();
    await expect(page.getByText('Kept.')).toBeVisible();
    // 36 a minute: 60/36 − 0.35 s.
    await expect(page.getByText('1.32 s', { exact: true })).toBeVisible();
  });

  await test.step('her steps say so, and are given', async () => {
    await steps.open(songId);
    await steps.showFor('Wiebke Halm');
    await expect(steps.margin.getByText(/changes? as they have shown/)).toBeVisible();
    await steps.openWay();
    await page.getByLabel('As far as').selectOption('pulse');
    await steps.closeWay();
    await page.getByRole('button', { name: 'Assign to Wiebke' }).click();
    await expect(page.getByText('Wiebke Halm: has revision 2')).toBeVisible();
    await student.goto('/week');
    await expect(student.getByRole('heading', { name: title })).toBeVisible();
  });

  await test.step('the sheet and the whole song are printed, on either paper', async () => {
    await page.locator('summary', { hasText: 'Print' }).click();
    for (const what of ['The sheet for the stand', 'The whole song'])
      for (const size of ['A4', 'Letter']) {
        const link = page.getByRole('link', { name: `${what} on ${size}`, exact: true });
        const sheet = await page.request.get((await link.getAttribute('href')) ?? '');
        expect(sheet.headers()['content-type']).toBe('application/pdf');
        expect((await sheet.body()).subarray(0, 5).toString()).toBe('%PDF-');
      }
    await page.keyboard.press('Escape');
  });

  await test.step('the plan is changed, and what she has done stays', async () => {
    await student.getByText('Tune, no capo').last().click();
    await new PracticeRoom(student).isAt('Tune, no capo');
    await new PracticeRoom(student).clean();
    await expect(student.getByText('Done: the goal of this step is met.')).toBeVisible();
    await expect(async () => {
      await page.reload();
      await expect(steps.list.getByRole('listitem').first()).toContainText('✓', { timeout: 2000 });
    }).toPass();
    await steps.openWay();
    await page.getByLabel('As far as').selectOption('bare');
    await steps.closeWay();
    await steps.isSaved();
    await page.reload();
    await expect(steps.list.getByRole('listitem').first()).toContainText('✓');
    await expect(steps.list.getByText('on the pulse')).toHaveCount(0);
  });

  await test.step('two plans are held against each other', async () => {
    await page.getByRole('button', { name: 'Compare two plans' }).click();
    const row = page.getByRole('row', { name: /Whole song at the goal/ });
    await expect(row.getByRole('cell').first()).toContainText(/\d/);
    await page.getByRole('button', { name: 'Back to the steps' }).click();
  });

  await test.step('the song is taken back, and leaves her week', async () => {
    await steps.openAssign();
    await page.getByRole('button', { name: 'Take the song back from Wiebke Halm' }).click();
    await page.getByRole('button', { name: 'Take it back', exact: true }).click();
    await expect(page.getByText('was taken back')).toBeVisible();
    await student.goto('/week');
    await expect(student.getByRole('heading', { name: 'My week' })).toBeVisible();
    await expect(student.getByRole('heading', { name: title })).toHaveCount(0);
  });
  await page.goto(`/students/${wiebke}`);
  await page.getByRole('button', { name: 'Forget G to D' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await student.close();
});

test('the owner changes what is the studio’s to choose, and goes back', async ({ page }) => {
  await new Door(page).slipInAs('Ilse Korrin');
  await page.goto('/worked-out');
  const rung = page.getByLabel(/^From rung to rung/);
  await expect(rung).toHaveValue('1.08');
  await rung.fill('1.2');
  await rung.press('Tab');
  await expect(page.getByText('From rung to rung: kept.')).toBeVisible();
  await page.reload();
  await expect(rung).toHaveValue('1.2');
  await rung.fill('9');
  await rung.press('Tab');
  await expect(page.getByText(/must be at most 1.5/)).toBeVisible();
  await page.getByRole('button', { name: /back to 1.08/ }).click();
  await expect(rung).toHaveValue('1.08');
});
