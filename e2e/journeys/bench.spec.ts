import { expect, test } from '../test';
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
  await bench.openText();
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

test('two people at one song see each other’s changes at once, and lose nothing', async ({
  page,
  browser,
}) => {
  test.slow();
  const title = `Two at once ${Date.now()}`;
  const bench = new Bench(page);
  await bench.start(title);
  await bench.write('[A]\n| G | D |\n\n[B]\n| C | C |\n');
  await bench.isSaved();
  const other = await browser.newPage();
  await new Door(other).slipInAs('Ilse Korrin');
  const second = new Bench(other);
  await second.open(title);
  await second.openText();

  await bench.write('[A]\n| G | Em |\n\n[B]\n| C | C |\n');
  await expect(second.text).toContainText('| G | Em |');
  await expect(second.margin.getByText('A: bar 2 was D, now Em.')).toBeVisible();

  // Both change different bars, each without what the other writes; however slow a machine is, neither takes it back.
  await bench.write('[A]\n| G | Am |\n\n[B]\n| C | C |\n');
  await second.text.click();
  await other.keyboard.press('Control+End');
  await other.keyboard.type('| F |');
  for (const one of [bench, second]) {
    await expect(one.text).toContainText('| G | Am |', { timeout: 15_000 });
    await expect(one.text).toContainText('| F |', { timeout: 15_000 });
  }

  // Both change the same bar: each keeps a view of both.
  await second.isSaved();
  await Promise.all([
    bench.write('[A]\n| Bm | Am |\n\n[B]\n| C | F |\n'),
    second.write('[A]\n| D | Am |\n\n[B]\n| C | F |\n'),
  ]);
  const told = async (): Promise<boolean> => {
    const notes = [page, other].map((one) => one.getByText(/Theirs was/).isVisible());
    return (await Promise.all(notes)).includes(true);
  };
  await expect.poll(told, { timeout: 15_000 }).toBe(true);
  await page.getByRole('button', { name: 'As it was' }).click();
  await expect(page.getByRole('list', { name: /Older states/ })).toContainText('Ilse Korrin');
  await other.close();
});

test('bars are written in the grid, the map on the ribbon, and an older state comes back', async ({
  page,
}) => {
  const bench = new Bench(page);
  await bench.start(`By hand ${Date.now()}`);
  await bench.write('[A]\n| G | D |\n[B]\n| C | G |\n');
  await bench.isSaved();
  const grid = page.getByRole('list', { name: 'Bars of A' });
  await grid.getByRole('button', { name: 'Bar 2: D' }).click();
  await page.keyboard.type('Em  D', { delay: 5 });
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(bench.text).toContainText('| G | Em D |');
  await grid.getByRole('button', { name: 'Bar 2: E minor, D' }).focus();
  await page.keyboard.press('l');
  await expect(bench.margin.getByText('Bar 2 needs listening.')).toBeVisible();
  await bench.ribbon.getByRole('button', { name: /^A A/ }).focus();
  await page.keyboard.press('Alt+ArrowRight');
  await expect(bench.text).toContainText('map: B, A');
  await bench.isSaved();

  await page.getByRole('button', { name: 'As it was' }).click();
  await page
    .getByRole('list', { name: /Older states/ })
    .getByRole('button')
    .last()
    .click();
  await expect(page.getByText(/A: bar 2 was D|A is new/)).toBeVisible();
  await page.getByRole('button', { name: /Go back to revision/ }).click();
  await expect(bench.text).not.toContainText('map: B, A');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(bench.text).toContainText('map: B, A');
});

test('what is the same is found, and derived by one click', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`The same ${Date.now()}`);
  await bench.write('[A]\n| G | D | C | G |\n\n[B]\n| G | D | Em | G |\n\n[C]\n| F | C | twice\n');
  await expect(bench.margin.getByText('B is A, but bar 3 is Em instead of C')).toBeVisible();
  await bench.margin.getByRole('button', { name: 'Derive it from A' }).click();
  await expect(bench.text).toContainText('[B = A]');
  await expect(bench.text).toContainText('3: | Em |');
  await expect(bench.ribbon.getByRole('button', { name: /^A′ B/ })).toBeVisible();
  await bench.margin.getByRole('button', { name: 'This line' }).click();
  await expect(bench.text).toContainText('| F | C | F | C |');
});

test('a song with something to listen for is given only by the teacher’s word', async ({
  page,
}) => {
  const bench = new Bench(page);
  await bench.start(`Doubtful ${Date.now()}`);
  await bench.write(
    'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: E A D G B E\ncapo: 0\nhand: pick\n[A]\n| G | D? |\n',
  );
  await expect(bench.margin.getByText('Bar 2 needs listening.')).toBeVisible();
  await bench.isSaved();
  await page.getByRole('link', { name: 'Make the steps' }).click();
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Bram Tessel' }).check();
  await page.getByRole('button', { name: 'Assign to Bram' }).click();
  await expect(page.getByText(/Something needs listening still/)).toBeVisible();
  await page.getByRole('button', { name: 'Give it all the same' }).click();
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Bram' }).getByText('has it'),
  ).toBeVisible();
});

test('section starts are tapped along, and a missing bar is told', async ({ page }) => {
  const bench = new Bench(page);
  await bench.start(`Clock ${Date.now()}`);
  const derived = ['B', 'C', 'D'].map((name) => `[${name} = A]\n`).join('');
  await bench.write(`tempo: 120\nmeter: 4/4\n[A]\n| G | D | G | D |\n${derived}`);
  await page.getByRole('button', { name: 'Clock' }).click();
  const clock = page.getByRole('region', { name: 'Against the recording' });
  await clock.getByRole('button', { name: 'Start the clock' }).click();
  await clock.getByRole('button', { name: 'A starts now' }).click();
  await expect(bench.text).toContainText(/\[A\] at 0:0/);
  for (const [name, at] of [
    ['A', '0:01'],
    ['B', '0:09'],
    ['C', '0:17'],
    ['D', '0:27'],
  ]) {
    await clock.getByLabel(`Start of ${name ?? ''}`).fill(at ?? '');
    await page.keyboard.press('Tab');
  }
  await expect(clock.getByText('C lacks 1 bar')).toBeVisible();
  await expect(
    bench.margin.getByText(/the recording is longer: it lacks 1 bar here/),
  ).toBeVisible();
  // A file is played from the device itself.
  await clock.locator('input[type=file]').setInputFiles({
    ...{ name: 'take.wav', mimeType: 'audio/wav', buffer: Buffer.alloc(44) },
  });
  await expect(clock.locator('audio')).toHaveAttribute('src', /^blob:/);
});

test('a song is found by / and a part of its name', async ({ page }) => {
  await page.goto('/students');
  await page.getByRole('heading', { name: 'Students' }).waitFor();
  await page.keyboard.press('/');
  await page.getByRole('textbox', { name: 'Find a song, a student, a chord' }).fill('tin lan');
  await expect(page.getByRole('option').first()).toContainText('Tin Lantern Waltz');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/bench/);
});

test('the form of a new song stays under the hands while what is typed is saved, again and again', async ({
  page,
}) => {
  await new Door(page).slipInAs('Ilse Korrin');
  const bench = new Bench(page);
  await bench.start(`Typed on ${Date.now()}`);
  const form = page.getByRole('group', { name: 'Frame', exact: true });
  await form.getByLabel('bpm').focus();
  // Each is saved before the next is typed; the cursor goes on from field to field.
  for (const value of ['96', '3/4', 'straight', '2']) {
    const saved = page.waitForResponse(
      (answer) => answer.request().method() === 'PUT' && /\/api\/songs\/[^/]+$/.test(answer.url()),
    );
    await page.keyboard.type(value);
    await page.keyboard.press('Tab');
    expect((await saved).status()).toBe(200);
    await bench.isSaved();
    await expect(form).toBeVisible();
  }
  await expect(page.getByLabel('The frame in words')).toContainText('96 bpm, 3/4, straight');
  await expect(page.getByRole('list', { name: 'Bars of Verse 1', exact: true })).toBeVisible();
});
