import { expect, test } from '../test';
import { Bench } from '../screens/bench';
import { Door, PASSWORD } from '../screens/door';
import { PracticeRoom } from '../screens/practice-room';

// One chord each at the fastest tempo there is, so that passes are short and still really played.
const CHART = 'tempo: 400\nmeter: 4/4\n\n[Verse]\n| Em | Em |\n\n[Refrain]\n| Am |\n';

test('a song goes from a request over steps to a filled ribbon', async ({ page, browser }) => {
  test.slow();
  const title = `Lock-keeper’s Hum ${Date.now()}`;
  const name = `mila${Date.now()}`;
  const door = new Door(page);

  await test.step('the owner adds a student', async () => {
    await door.enterAs('Ilse Korrin');
    await page.getByRole('link', { name: 'Studio', exact: true }).click();
    await page.getByLabel('Name', { exact: true }).fill(name);
    await page.getByLabel('Sign-in name').fill(name);
    await page.getByLabel('First password').fill(PASSWORD);
    await page.getByRole('button', { name: 'Add to the studio' }).click();
    await expect(page.getByText(`signs in as ${name}`)).toBeVisible();
  });

  const student = await browser.newPage();
  await test.step('the student asks for a song', async () => {
    await new Door(student).open();
    await new Door(student).signIn(name, PASSWORD);
    await student.getByRole('link', { name: 'Requests' }).click();
    await student.getByLabel('Title').fill(title);
    await student.getByLabel('Why this one').fill('My aunt hums it.');
    await student.getByRole('button', { name: 'Ask for it' }).click();
    await expect(student.getByText('waiting for your teacher')).toBeVisible();
  });

  const bench = new Bench(page);
  await test.step('the teacher accepts and writes the chart, its fault told where it is', async () => {
    await page.getByRole('link', { name: 'Requests' }).click();
    const request = page.getByRole('article').filter({ hasText: title });
    await expect(request.getByText('My aunt hums it.')).toBeVisible();
    await request.getByRole('button', { name: 'Take it up' }).click();
    await expect(page.getByRole('heading', { name: title })).toBeVisible();
    await bench.write(`${CHART}| Em . |\n`);
    await expect(bench.margin.getByText('Refrain, line 9.')).toBeVisible();
    await bench.write(CHART);
    await expect(bench.margin.getByText(/^Line/)).toHaveCount(0);
    await expect(bench.ribbon.getByRole('button')).toHaveCount(2);
    await bench.isSaved();
  });

  await test.step('the teacher makes the steps and assigns them', async () => {
    await page.getByRole('link', { name: 'Make the steps' }).click();
    await expect(page.getByText('Verse').first()).toBeVisible();
    await page.getByRole('button', { name: 'change', exact: true }).click();
    await page.getByLabel('Slow, then straight to full tempo').check();
    await page.getByRole('button', { name: 'Done', exact: true }).click();
    await page.getByRole('button', { name: 'Assign', exact: true }).click();
    await page.getByRole('checkbox', { name }).check();
    await page.getByRole('button', { name: `Assign to ${name}` }).click();
    await expect(
      page.getByRole('listitem').filter({ hasText: name }).getByText('has it'),
    ).toBeVisible();
  });

  await test.step('the student practises by pedal, and climbs', async () => {
    await student.getByRole('link', { name: 'My week' }).click();
    await expect(student.getByRole('heading', { name: title })).toBeVisible();
    await student.getByRole('link', { name: /^Tune, no capo/ }).click();
    const room = new PracticeRoom(student);
    await room.isAt('Tune, no capo');
    await room.cleanGrips(1);
    await room.next();
    await room.isAt('Follow the map, call the sections');
    await room.cleanGrips(1);
    await room.next();
    await room.isAt('Grips Em and Am');
    await room.cleanGrips(5);
    await room.next();
    await room.isAt('Verse');
    await room.stumbled();
    await expect(room.message).toHaveText(/Start the click first/);
    await room.playUntilDone();
    await room.next();
    await room.isAt('Refrain');
    await room.playUntilDone();
    await room.next();
    await room.isAt(/^Verse into Refrain/);
    await room.playUntilDone();
  });

  await test.step('both see the whole song at its tempo, and what is left', async () => {
    await student
      .getByRole('link', { name: /Enough for now|Back/ })
      .first()
      .click();
    await student.getByRole('heading', { name: title }).getByRole('link').click();
    await expect(student.getByText('400 of 400 bpm')).toBeVisible();
    await expect(
      student.getByRole('button', { name: 'A Verse, 2 bars, clean at 400 of 400 bpm' }),
    ).toBeVisible();
    await page.getByRole('link', { name: 'Students' }).click();
    const row = page.getByRole('listitem').filter({ hasText: title }).last();
    await expect(row.getByText('400 of 400 bpm')).toBeVisible();
    await row.getByRole('link').first().click();
    await expect(
      page.getByText('Held back by the whole song, which has not been played clean yet.'),
    ).toBeVisible();
    await expect(page.getByText('3 of 3 sections and joins at goal')).toBeVisible();
  });
  await student.close();
});
