import { expect, test, type BrowserContext, type Page } from '../test';
import type { Plan, PlanSummary } from '@harvu/contract';
import { OwnStudio } from '../own-studio';
import { PASSWORD } from '../screens/door';

const TRIES = 500;
const CUTS = 30;
/** A little over what two presses of a pedal must be apart. */
const APART_MS = 450;

type Cut = 'network' | 'server' | 'database' | 'session' | 'tab';
/** What is cut, in an order without a pattern; servers are not killed so often that they are given up. */
const ORDER: readonly Cut[] = [
  ...(['network', 'session', 'network', 'tab', 'server', 'network', 'network', 'session'] as const),
  ...([
    'network',
    'database',
    'tab',
    'network',
    'network',
    'session',
    'network',
    'network',
  ] as const),
  ...([
    'server',
    'network',
    'tab',
    'network',
    'session',
    'network',
    'network',
    'database',
  ] as const),
  ...(['network', 'session', 'network', 'tab', 'network', 'network'] as const),
];

async function signIn(context: BrowserContext, url: string): Promise<void> {
  const data = { signInName: 'bram', password: PASSWORD };
  const answer = await context.request.post(`${url}/api/sign-in`, {
    data,
    headers: { origin: url },
  });
  expect(answer.ok()).toBe(true);
}

async function planOf(page: Page, url: string): Promise<Plan> {
  const [first] = (await (await page.request.get(`${url}/api/plans`)).json()) as PlanSummary[];
  return (await (await page.request.get(`${url}/api/plans/${first?.id ?? ''}`)).json()) as Plan;
}

test(`${TRIES} tries through ${CUTS} cuts of network, server, database, session and tab: none lost, none doubled`, async ({
  browser,
}) => {
  test.setTimeout(400_000);
  expect(ORDER.length).toBe(CUTS);
  const studio = await OwnStudio.open();
  const context = await browser.newContext({ serviceWorkers: 'allow' });
  try {
    await signIn(context, studio.url);
    const page = await context.newPage();
    await page.clock.install();
    const plan = await planOf(page, studio.url);
    const address = `${studio.url}/plans/${plan.id}/practice/grip:G`;
    await page.goto(address);
    await page.clock.runFor(8000);
    const stumbled = page.getByRole('button', { name: /Not yet|Stumbled/ });
    await expect(stumbled).toBeVisible();
    // The device needs a moment to have the application, so that a tab can be opened without a network.
    await page.evaluate(() => navigator.serviceWorker.ready);

    const tally = { network: 0, server: 0, database: 0, session: 0, tab: 0 };
    const cut = async (what: Cut): Promise<void> => {
      tally[what] += 1;
      if (what === 'network') await context.setOffline(true);
      else if (what === 'session') await context.clearCookies();
      else if (what === 'tab') {
        await page.goto('about:blank');
        await page.goto(address);
        await expect(stumbled).toBeVisible();
      } else studio.kill(what);
    };
    const mend = async (what: Cut): Promise<void> => {
      if (what === 'network') await context.setOffline(false);
      if (what === 'server' || what === 'database') await studio.isUp();
      if (what === 'session') await signIn(context, studio.url);
    };

    const every = Math.floor(TRIES / CUTS);
    for (let done = 0; done < TRIES; done += 1) {
      const now = Math.floor(done / every);
      const what = ORDER[now];
      if (what && done % every === 3) await cut(what);
      if (what && done % every === 12) await mend(what);
      await page.keyboard.press(done % 3 === 0 ? 'PageDown' : 'PageUp');
      await page.clock.runFor(APART_MS);
    }
    await context.setOffline(false);
    await studio.isUp();
    await signIn(context, studio.url);
    for (let wait = 0; wait < 60 && (await page.getByText(/to be sent/).count()) > 0; wait += 1) {
      await page.clock.runFor(15_000);
      await page.waitForTimeout(300);
    }
    await expect(page.getByText(/to be sent/)).toHaveCount(0);
    const { events } = await planOf(page, studio.url);
    const tries = events.slice(plan.events.length).filter(({ kind }) => kind === 'try');
    process.stdout.write(
      `tries ${TRIES}, stored ${tries.length}, different ${new Set(tries.map(({ id }) => id)).size}; cuts ${JSON.stringify(tally)}\n`,
    );
    expect(tries.length).toBe(TRIES);
    expect(new Set(tries.map(({ id }) => id)).size).toBe(TRIES);
  } finally {
    await context.close();
    await studio.close();
  }
});
