import { makePlan } from '@harvu/core/plan';
import { expect, test, type Page } from '../test';
import { planOf } from '../plans';
import { Door } from '../screens/door';
import { PracticeRoom } from '../screens/practice-room';

test.use({ serviceWorkers: 'allow' });

/** Waits until the device has the whole application, as it has after a first visit. */
async function isKept(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    const has = async (): Promise<boolean> => {
      const names = await caches.keys();
      const counts = await Promise.all(
        names
          .filter((name) => name.includes(':cache'))
          .map(async (name) => (await (await caches.open(name)).keys()).length),
      );
      const list = (await (await fetch('/ngsw.json')).json()) as { hashTable: object };
      return counts.reduce((sum, one) => sum + one, 0) >= Object.keys(list.hashTable).length;
    };
    while (!(await has())) await new Promise((resolve) => setTimeout(resolve, 200));
  });
}

test('a second visit needs no network: my week, a song, the room with its sound, and back', async ({
  page,
  context,
}) => {
  await new Door(page).slipInAs('Wiebke Halm');
  await page.goto('/week');
  await expect(page.getByRole('heading', { name: 'Tin Lantern Waltz' })).toBeVisible();
  await isKept(page);
  const before = (await planOf(page)).events.length;
  await page.waitForTimeout(1000);

  await context.setOffline(true);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Tin Lantern Waltz' })).toBeVisible();
  await page.getByRole('heading', { name: 'Tin Lantern Waltz' }).getByRole('link').click();
  await expect(page.getByRole('heading', { level: 1, name: /Tin Lantern Waltz/ })).toBeVisible();
  await page.goBack();
  await page
    .getByRole('link', { name: /Verse 1/ })
    .first()
    .click();
  const room = new PracticeRoom(page);
  await room.isAt(/Verse 1/);
  await expect(page.getByRole('button', { name: /Start/ })).toBeVisible();
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: /Stop/ })).toBeVisible();
  // A bar is counted; then the beats of the bar are lit.
  await expect(page.locator('li[aria-current=true]')).toBeVisible({ timeout: 10_000 });
  await room.stumbled();
  await expect(page.getByText(/waits? to be sent/)).toBeVisible();
  await page.keyboard.press(' ');
  await page.getByRole('link', { name: 'Back' }).click();
  await expect(page.getByText(/waits? to be sent/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/waits? to be sent/)).toBeVisible();

  await context.setOffline(false);
  await expect(page.getByText(/to be sent/)).toHaveCount(0, { timeout: 25_000 });
  const after = await planOf(page);
  const tries = after.events.slice(before).filter(({ kind }) => kind === 'try');
  expect(tries.length).toBe(1);
});

test('a session that ran out throws nobody out of the room, and nothing is lost', async ({
  page,
  context,
}) => {
  await new Door(page).slipInAs('Bram Tessel');
  const plan = await planOf(page);
  await page.goto(`/plans/${plan.id}/practice/grip:G`);
  const room = new PracticeRoom(page);
  await room.isAt(/^Grips? .*G/);
  await context.clearCookies();
  await room.stumbled();
  await expect(page.getByText('You are signed out. Play on')).toBeVisible({ timeout: 20_000 });
  await page.waitForTimeout(450);
  await room.clean();
  await expect(page.getByText('2 wait to be sent')).toBeVisible();
  await page.getByRole('link', { name: 'sign in' }).click();
  await new Door(page).signIn('bram', 'lantern-night');
  await room.isAt(/^Grips? .*G/);
  await expect
    .poll(async () => (await planOf(page)).events.length, { timeout: 25_000 })
    .toBe(plan.events.length + 2);
  await expect(page.getByText(/to be sent/)).toHaveCount(0);
});

test('what was marked and sent stands after a reload without a connection', async ({
  page,
  context,
}) => {
  await new Door(page).slipInAs('Odalys Renn');
  await page.goto('/week');
  await expect(page.getByRole('heading', { name: 'My week' })).toBeVisible();
  const plan = await planOf(page);
  await isKept(page);
  await page.goto(`/plans/${plan.id}/practice/ready`);
  const room = new PracticeRoom(page);
  await expect(page.getByRole('button', { name: /^Not yet/ })).toBeVisible();
  await room.stumbled();
  await expect
    .poll(async () => (await planOf(page)).events.length, { timeout: 20_000 })
    .toBe(plan.events.length + 1);
  await expect(page.getByText(/to be sent/)).toHaveCount(0);
  const tries = await page.evaluate(readTries);
  await context.setOffline(true);
  await page.reload();
  await expect(page.getByRole('button', { name: /^Not yet/ })).toBeVisible();
  await page.goto('/week');
  await expect(page.getByRole('heading', { name: 'My week' })).toBeVisible();
  expect(tries.filter(({ isSent }) => isSent).length).toBe(1);
  // The server’s word of it comes with the next look at the plan; then the device keeps it once.
  await context.setOffline(false);
  await page.goto(`/plans/${plan.id}/practice/ready`);
  await expect.poll(() => page.evaluate(readTries), { timeout: 20_000 }).toEqual([]);
});

/** What waits on the device, or was sent and is not known to be told yet. */
async function readTries(): Promise<readonly { readonly isSent?: boolean }[]> {
  const [name = ''] = (await indexedDB.databases()).flatMap((one) =>
    one.name?.startsWith('harvu ') ? [one.name] : [],
  );
  const base = await new Promise<IDBDatabase>((resolve, reject) => {
    const asked = indexedDB.open(name);
    asked.onsuccess = () => resolve(asked.result);
    asked.onerror = () => reject(new Error('cannot be opened'));
  });
  return new Promise((resolve, reject) => {
    const asked = base.transaction('events').objectStore('events').getAll();
    asked.onsuccess = () => {
      base.close();
      resolve(asked.result as { isSent?: boolean }[]);
    };
    asked.onerror = () => reject(new Error('cannot be read'));
  });
}

test('what was played without a mark counts though the tab is closed', async ({
  page,
  context,
}) => {
  await new Door(page).slipInAs('Odalys Renn');
  const plan = await planOf(page);
  const { document, teaching, figures } = plan;
  const { steps } = makePlan(document, { teaching, student: figures.student });
  const step = steps.find(({ rungs }) => rungs.length > 0)?.id ?? '';
  await page.goto(`/plans/${plan.id}/practice/${encodeURIComponent(step)}`);
  await expect(page.getByRole('button', { name: /Start/ })).toBeVisible();
  await page.keyboard.press(' ');
  await page.waitForTimeout(7000);
  await page.close();
  const again = await context.newPage();
  await again.goto('/week');
  const seconds = async (): Promise<readonly number[]> =>
    (await planOf(again)).events
      .slice(plan.events.length)
      .flatMap((one) => (one.kind === 'time' ? [one.seconds] : []));
  await expect.poll(seconds, { timeout: 40_000 }).toHaveLength(1);
  const [played = 0] = await seconds();
  expect(played).toBeGreaterThan(4);
  expect(played).toBeLessThan(12);
});

test('can be put on the home screen: it says its name, its pictures and where it begins', async ({
  page,
}) => {
  await page.goto('/sign-in');
  const manifest = await page.evaluate(async () => {
    const link = document.querySelector<HTMLLinkElement>('link[rel=manifest]');
    return (await (await fetch(link?.href ?? '')).json()) as {
      readonly display: string;
      readonly start_url: string;
      readonly icons: readonly { readonly src: string; readonly sizes: string }[];
    };
  });
  expect([manifest.display, manifest.start_url]).toEqual(['standalone', '/']);
  for (const size of ['192x192', '512x512']) {
    const icon = manifest.icons.find((one) => one.sizes === size);
    const picture = await page.request.get(`/${icon?.src ?? 'none.png'}`);
    expect(picture.headers()['content-type']).toBe('image/png');
  }
});
