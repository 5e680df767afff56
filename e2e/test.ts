import { test as base } from '@playwright/test';
import { AHEAD, shiftClock } from './clock';

export {
  expect,
  type Browser,
  type BrowserContext,
  type Locator,
  type Page,
} from '@playwright/test';

/** A journey whose pages have the clock of its run. */
export const test = base.extend<object>({
  browser: [
    async ({ browser }, use) => {
      const open = browser.newContext.bind(browser);
      browser.newContext = async (options) => {
        const context = await open(options);
        if (AHEAD !== 0) await context.addInitScript(shiftClock, AHEAD);
        return context;
      };
      await use(browser);
    },
    { scope: 'worker' },
  ],
});
