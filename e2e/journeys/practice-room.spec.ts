import { expect, test, type Page } from '../test';
import { listenTo, onsetsIn } from '../listening';
import { planOf } from '../plans';
import { Door } from '../screens/door';
import { PracticeRoom } from '../screens/practice-room';

/** Opens the step whose title begins so in the first plan of somebody. */
async function openStep(page: Page, stepId: string): Promise<void> {
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/${stepId}`);
  await expect(page.getByRole('button', { name: /Start/ })).toBeVisible();
}

test.describe('without its content rules, so that a recorder can be put in', () => {
  test.use({ bypassCSP: true });

  test('on a device six times slower, and stuck for a second at a time, no beat is lost or moved', async ({
    page,
  }) => {
    await listenTo(page);
    await page.addInitScript(() => {
      localStorage.setItem('harvu-levels', JSON.stringify({ count: 1, click: 1, guide: 0 }));
      localStorage.setItem('harvu-room', JSON.stringify({ breathes: false }));
    });
    await new Door(page).slipInAs('Wiebke Halm');
    await openStep(page, 'whole:pulse');
    const slow = await page.context().newCDPSession(page);
    await slow.send('Emulation.setCPUThrottlingRate', { rate: 6 });
    await page.keyboard.press(' ');
    await expect(page.getByRole('button', { name: /Stop/ })).toBeVisible();
    await page.waitForTimeout(2500);
    for (let time = 0; time < 3; time += 1) {
      await page.evaluate(() => {
        const until = performance.now() + 1000;
        while (performance.now() < until);
      });
      await page.waitForTimeout(300);
    }
    await page.waitForTimeout(2500);
    await slow.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    const onsets = await onsetsIn(page);
    const gaps = onsets.slice(1).map((one, at) => one - (onsets[at] ?? 0));
    const beat = [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length / 2)] ?? 0;
    expect(onsets.length).toBeGreaterThan(8);
    const beats = Math.round(((onsets.at(-1) ?? 0) - (onsets[0] ?? 0)) / beat) + 1;
    expect(onsets.length).toBe(beats);
    for (const gap of gaps) expect(Math.abs(gap - beat)).toBeLessThan(0.001);
  });
});

const SIZES = [
  { width: 390, height: 844 },
  { width: 844, height: 390 },
  { width: 820, height: 1180 },
  { width: 1280, height: 800 },
];

async function fits(page: Page, wanted: readonly string[]): Promise<void> {
  const { width, height } = page.viewportSize() ?? { width: 0, height: 0 };
  for (const selector of wanted) {
    const box = await page.locator(selector).first().boundingBox();
    expect(box, selector).not.toBeNull();
    if (!box) continue;
    expect(box.x, selector).toBeGreaterThanOrEqual(-1);
    expect(box.y, selector).toBeGreaterThanOrEqual(-1);
    expect(box.x + box.width, selector).toBeLessThanOrEqual(width + 1);
    expect(box.y + box.height, selector).toBeLessThanOrEqual(height + 1);
  }
  const scrolls = await page.evaluate(() => {
    const room = document.querySelector('.room');
    return {
      across: document.documentElement.scrollWidth - innerWidth,
      down: room ? room.scrollHeight - room.clientHeight : 0,
    };
  });
  expect(scrolls.across).toBeLessThanOrEqual(0);
  expect(scrolls.down).toBeLessThanOrEqual(1);
}

const ALL = [
  '.room-keys button:nth-of-type(1)',
  '.room-keys button:nth-of-type(2)',
  '.room-keys .more button',
  '.now .chord',
  '.now .grip',
  '.next .chord',
  '.room-hand',
  '.room-bars',
];
const LEAST = ALL.slice(0, 4);

for (const size of SIZES) {
  test(`holds all that is needed on one screen at ${size.width}x${size.height}`, async ({
    page,
  }) => {
    await page.setViewportSize(size);
    await new Door(page).slipInAs('Wiebke Halm');
    await openStep(page, 'whole:pulse');
    await page.keyboard.press(' ');
    await expect(page.locator('.now .chord')).toHaveText(/^[A-G]/, { timeout: 8000 });
    await fits(page, ALL);
    const chord = await page
      .locator('.now .chord')
      .evaluate((one) => getComputedStyle(one).fontSize);
    expect(parseFloat(chord)).toBeGreaterThan(size.height < 500 || size.width < 400 ? 80 : 96);
    for (const button of await page.locator('.room-keys button').all())
      expect((await button.boundingBox())?.height).toBeGreaterThanOrEqual(44);
  });

  test(`holds what is needed with letters twice as large at ${size.width}x${size.height}`, async ({
    page,
  }) => {
    await page.setViewportSize(size);
    await new Door(page).slipInAs('Wiebke Halm');
    await openStep(page, 'whole:pulse');
    await page.evaluate(() => (document.documentElement.style.fontSize = '32px'));
    await page.keyboard.press(' ');
    await expect(page.locator('.now .chord')).toHaveText(/^[A-G]/, { timeout: 8000 });
    await fits(page, Math.min(size.width, size.height) < 500 ? LEAST : ALL);
    await expect(page.locator('.room-beat:visible, .beat:visible').first()).toBeVisible();
  });
}

test('a mark can be taken back by key, and a stumble gets its bar', async ({ page }) => {
  await new Door(page).slipInAs('Wiebke Halm');
  const plan = await planOf(page);
  await openStep(page, 'whole:pulse');
  const room = new PracticeRoom(page);
  await page.keyboard.press(' ');
  await expect(page.locator('.now .chord')).toHaveText(/^[A-G]/, { timeout: 8000 });
  await room.stumbled();
  await expect(page.getByRole('button', { name: 'Take it back' })).toBeVisible();
  await page.keyboard.press('Backspace');
  await expect(room.message).toContainText('Taken back');
  await page.waitForTimeout(450);
  await room.stumbled();
  await page.getByRole('button', { name: 'Where?' }).click();
  await page.getByRole('button', { name: 'It failed in bar 3' }).first().click();
  await expect(room.message).toContainText('Bar 3: kept');
  await expect
    .poll(
      async () => (await planOf(page)).events.slice(plan.events.length).map(({ kind }) => kind),
      {
        timeout: 20_000,
      },
    )
    .toEqual(expect.arrayContaining(['try', 'correction', 'try', 'where']));
});

test('something that hurts stops the room, says what to do, and is told', async ({ page }) => {
  await new Door(page).slipInAs('Bram Tessel');
  await openStep(page, 'whole:full');
  await page.getByRole('button', { name: 'Room' }).click();
  await page.getByRole('button', { name: 'Something hurts' }).click();
  await expect(new PracticeRoom(page).message).toContainText('never played through');
  await expect
    .poll(async () => (await planOf(page)).events.at(-1)?.kind, { timeout: 20_000 })
    .toBe('sore');
});
