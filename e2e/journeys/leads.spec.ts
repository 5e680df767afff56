import { expect, test, type Locator, type Page } from '../test';
import wavefile from 'wavefile';
import { planOf } from '../plans';
import { Door } from '../screens/door';
import { PracticeRoom } from '../screens/practice-room';

const RATE = 8000;

/** A file with a tone of so many seconds, as somebody has it on their device. */
function recording(lastsS: number): { name: string; mimeType: string; buffer: Buffer } {
  const tone = Array.from({ length: lastsS * RATE }, (_, at) =>
    Math.round(3000 * Math.sin((2 * Math.PI * 220 * at) / RATE)),
  );
  const file = new wavefile.WaveFile();
  file.fromScratch(1, RATE, '16', tone);
  return { name: 'the waltz.wav', mimeType: 'audio/wav', buffer: Buffer.from(file.toBuffer()) };
}

/** Lets the minutes of a card of today's list go by. */
async function passTime(page: Page, card: number): Promise<void> {
  const loaded = page.waitForEvent('load');
  await page.evaluate((index) => {
    const list = JSON.parse(localStorage.getItem('harvu-today') ?? '{}') as {
      cards: { minutes: number; spentS: number }[];
    };
    const one = list.cards[index];
    if (one) one.spentS = one.minutes * 60 - 1;
    localStorage.setItem('harvu-today', JSON.stringify(list));
    // At once: the room writes down each second what went by.
    location.reload();
  }, card);
  await loaded;
}

/** Whatever somebody played before today, and though no practice is agreed for it, there is time for two. */
async function hasTimeForTwo(today: Locator): Promise<void> {
  const cards = today.getByRole('list', { name: 'Today’s cards' }).getByRole('listitem');
  const moreTime = today.getByRole('button', { name: 'More time' });
  await expect(moreTime).toBeVisible();
  for (let more = 0; more < 8 && (await cards.count()) < 2; more += 1) await moreTime.click();
}

test('today’s list leads from card to card with the pedal alone, and says what it came to', async ({
  page,
}) => {
  await new Door(page).slipInAs('Wiebke Halm');
  await page.goto('/week');
  const today = page.getByRole('region', { name: 'Today' });
  const cards = today.getByRole('list', { name: 'Today’s cards' }).getByRole('listitem');
  await hasTimeForTwo(today);
  const count = await cards.count();
  expect(count).toBeGreaterThan(1);
  await today.getByRole('button', { name: /^Start/ }).click();
  await expect(page).toHaveURL(/card=0/);
  const room = new PracticeRoom(page);
  for (let card = 0; card < count; card += 1) {
    await passTime(page, card);
    await expect(
      page.getByText(card < count - 1 ? /Next card:/ : /see what it came to/),
    ).toBeVisible();
    if (card === 0) {
      // A closed tab goes on where it was.
      await page.goto('/week');
      await expect(today.getByText('done', { exact: true })).toBeVisible();
      await today.getByRole('button', { name: /^Go on/ }).click();
      await expect(page).toHaveURL(/card=1/);
      continue;
    }
    await room.clean();
  }
  await expect(page).toHaveURL(/week$/);
  await expect(today.getByText('That was today’s list')).toBeVisible();
});

test('one’s own recording is kept on the device, and bars and grips follow it', async ({
  page,
}) => {
  await new Door(page).slipInAs('Bram Tessel');
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/listen`);
  const sent: string[] = [];
  page.on('request', (request) => {
    if (request.method() !== 'GET') sent.push(request.url());
  });
  await page.getByRole('button', { name: 'Room' }).click();
  const panel = page.getByRole('dialog', { name: 'Sound and loop' });
  await panel.locator('input[type=file]').setInputFiles(recording(60));
  await expect(panel.getByRole('button', { name: 'the waltz.wav' })).toBeVisible();
  await expect(panel.getByText('100 %')).toBeVisible();
  await panel.getByRole('button', { name: 'slower' }).click();
  await expect(panel.getByText('95 %')).toBeVisible();
  await panel.getByRole('button', { name: 'only Refrain 1' }).click();
  await page.keyboard.press(' ');
  await expect(page.getByText(/bar [12] of 4/)).toBeVisible({ timeout: 8000 });
  await expect(page.locator('harvu-map-now')).toContainText('Refrain 1');
  await page.keyboard.press(' ');
  // It is still there at the next visit, and nothing of it was sent.
  await page.reload();
  await page.getByRole('button', { name: 'Room' }).click();
  await expect(panel.getByRole('button', { name: 'the waltz.wav' })).toBeVisible();
  expect(sent.filter((url) => !url.endsWith('/events'))).toEqual([]);
  await panel.getByRole('button', { name: 'Tap along anew' }).click();
  const taps = page.getByRole('dialog', { name: 'Where the sections begin' });
  await taps.getByRole('button', { name: 'Start' }).click();
  await page.waitForTimeout(600);
  await page.keyboard.press('PageDown');
  await expect(taps.getByText(/^Verse 1: 0:0/)).toBeVisible();
  await taps.getByRole('button', { name: 'Keep this one' }).click();
  await page.keyboard.press(' ');
  await expect(page.getByText(/bar 1 of 8/)).toBeVisible({ timeout: 8000 });
});

test('a grip is heard string by string, and the teacher sees what does not ring', async ({
  page,
  browser,
}) => {
  await new Door(page).slipInAs('Wiebke Halm');
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/grip:D`);
  await page.getByRole('button', { name: 'Each string' }).click();
  const check = page.getByRole('dialog', { name: 'Ring each string' });
  await check.getByRole('button', { name: 'D', exact: true }).click();
  for (const key of ['PageDown', 'PageDown', 'PageUp', 'PageDown']) {
    await page.keyboard.press(key);
    // A foot takes its time; what comes at once is a switch that bounces.
    await page.waitForTimeout(250);
  }
  await expect(check.getByText('one string is dull')).toBeVisible();
  await expect(check.getByText(/^String 2: .*fret 3/)).toBeVisible();
  await page.keyboard.press('PageDown');
  await expect(new PracticeRoom(page).message).toContainText('One string at a time');
  await expect
    .poll(
      // Other journeys of hers go on beside this one.
      async () => (await planOf(page)).events.some(({ kind }) => kind === 'ring'),
      { timeout: 20_000 },
    )
    .toBe(true);
  const teacher = await (await browser.newContext()).newPage();
  await new Door(teacher).slipInAs('Ilse Korrin');
  await teacher.goto(`/plans/${plan.id}`);
  await expect(teacher.getByText(/D: string 2, heard one by one/)).toBeVisible();
  await teacher.context().close();
});

test('a pedal of any kind is learnt by pressing it', async ({ page }) => {
  await new Door(page).slipInAs('Wiebke Halm');
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/grip:D`);
  await page.getByRole('button', { name: 'Room' }).click();
  await page.getByRole('button', { name: 'Learn a pedal' }).click();
  const learn = page.getByRole('dialog', { name: 'Learn a pedal' });
  await expect(learn.getByText('is to mean “clean”')).toBeVisible();
  for (const key of ['b', 'a', 'm']) await page.keyboard.press(key);
  await page.keyboard.press('a');
  await expect(learn.getByText('That is: Stumbled.')).toBeVisible();
  await learn.getByRole('button', { name: 'Good' }).click();
  await page.keyboard.press('b');
  await expect(new PracticeRoom(page).message).toContainText(/\d of 5 clean|Done/);
});

test('my week holds letters twice as large on a phone, and nothing scrolls sideways', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await new Door(page).slipInAs('Odalys Renn');
  await page.goto('/week');
  await expect(page.getByRole('region', { name: 'Today' })).toBeVisible();
  await page.evaluate(() => (document.documentElement.style.fontSize = '32px'));
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
});
