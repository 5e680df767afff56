import type { Browser, Page } from '@playwright/test';
import { aheadMs, clockEnv, shiftClock } from '../clock';
import { OwnStudio } from '../own-studio';
import { Door } from '../screens/door';
import { expect, test } from '../test';

/** Every weekday once, and with them the days on which calendars break; the moment in UTC, and the place. */
const DAYS = [
  ['a Monday, the first of a year in lessons', '2027-01-04T15:10:00Z', 'Europe/Amsterdam'],
  ['a Tuesday, 29 February', '2028-02-29T17:30:00Z', 'America/New_York'],
  ['a Wednesday', '2027-02-03T03:20:00Z', 'Pacific/Auckland'],
  ['a Thursday, the last but one of a month', '2027-04-29T09:00:00Z', 'Europe/Amsterdam'],
  [
    'a Friday, the last of a year, just before midnight',
    '2027-12-31T22:56:00Z',
    'Europe/Amsterdam',
  ],
  ['a Saturday, the last of a month', '2027-07-31T16:00:00Z', 'America/New_York'],
  ['a Sunday, in the night clocks go ahead', '2027-03-28T00:40:00Z', 'Europe/Amsterdam'],
  ['a Sunday, in the night clocks go back', '2027-11-07T05:40:00Z', 'America/New_York'],
] as const;

interface Place {
  readonly studio: OwnStudio;
  readonly ms: number;
  readonly zone: string;
}

async function pageIn(browser: Browser, { studio, ms, zone }: Place): Promise<Page> {
  const context = await browser.newContext({ baseURL: studio.url, timezoneId: zone });
  await context.addInitScript(shiftClock, ms);
  return context.newPage();
}

for (const [name, moment, zone] of DAYS)
  test(`the demo holds on ${name}`, async ({ browser }) => {
    test.setTimeout(240_000);
    // A first start of a demo, beside another one.
    const patience = { timeout: 60_000 };
    const ms = Math.round(aheadMs(moment));
    const studio = await OwnStudio.open(clockEnv(ms, zone));
    try {
      const teacher = await pageIn(browser, { studio, ms, zone });
      await new Door(teacher).slipInAs('Ilse Korrin');
      await teacher.goto('/today');
      const lessons = teacher.getByRole('list', { name: 'Lessons of the day' });
      await expect(lessons.getByRole('listitem').first()).toBeVisible(patience);
      await teacher.context().close();

      const student = await pageIn(browser, { studio, ms, zone });
      await new Door(student).slipInAs('Wiebke Halm');
      await student.goto('/week');
      const today = student.getByRole('region', { name: 'Today' });
      const more = today.getByRole('button', { name: 'More time' });
      const cards = today.getByRole('list', { name: 'Today’s cards' }).getByRole('listitem');
      await expect(more).toBeVisible(patience);
      for (let tries = 0; tries < 8 && (await cards.count()) === 0; tries += 1) await more.click();
      await today.getByRole('button', { name: /^Start/ }).click();
      await expect(student).toHaveURL(/card=0/);
      await expect(
        student.getByRole('button', { name: /Clean|Rings|Ringing/ }).first(),
      ).toBeVisible();
      await student.context().close();
    } finally {
      await studio.close();
    }
  });
