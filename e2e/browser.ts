import type { LaunchOptions } from '@playwright/test';

/** How Debian's Chromium is started: without a monitor, without reaching for the network. */
export const CHROMIUM: LaunchOptions = {
  executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-dev-shm-usage',
    '--mute-audio',
    '--autoplay-policy=no-user-gesture-required',
    '--disable-background-networking',
    '--disable-component-update',
    '--log-level=3',
  ],
};
