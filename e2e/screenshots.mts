// Takes the pictures of docs/screenshots from a running Harvu with the demo world: npm run screenshots
import { chromium, type Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { CHROMIUM } from './browser';

const BASE = process.env['HARVU_URL'] ?? 'http://localhost:4600';
const FOLDER = process.env['SHOTS'] ?? join(import.meta.dirname, '..', 'docs', 'screenshots');
const SCREEN = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

interface Shot {
  readonly name: string;
  readonly as?: string;
  readonly theme?: 'light' | 'dark';
  readonly size?: typeof SCREEN;
  readonly go: (page: Page) => Promise<void>;
}

const at =
  (path: string): Shot['go'] =>
  async (page: Page): Promise<void> => {
    await page.goto(BASE + path);
  };

/** Opens a demo song by its name, at its bench or its steps. */
const song =
  (title: string, view: 'Bench' | 'Steps'): Shot['go'] =>
  async (page: Page): Promise<void> => {
    await page.goto(`${BASE}/songs`);
    await page
      .getByRole('listitem')
      .filter({ hasText: title })
      .getByRole('link', { name: view })
      .click();
    await page.waitForURL(new RegExp(view.toLowerCase()));
    await page.getByRole('group', { name: /section by section/ }).waitFor();
  };

/** The teacher’s day, once it is put together. */
const today: Shot['go'] = async (page) => {
  await page.goto(`${BASE}/today`);
  await page.getByRole('heading', { level: 1 }).waitFor();
};

/** Opens a lesson of the day at what is stuck, with a mark. */
const openLesson: Shot['go'] = async (page) => {
  await page.goto(`${BASE}/today`);
  const day = page.getByRole('list', { name: 'Lessons of the day' });
  await day.getByRole('link', { name: 'Odalys Renn' }).click();
  await page.getByRole('heading', { level: 1, name: /Odalys/ }).waitFor();
  const start = page.getByRole('button', { name: 'Start the clock' });
  if (await start.isVisible()) await start.click();
  await page.getByRole('button', { name: /^D Chorus 1, / }).click();
  await page.getByRole('button', { name: /^Click/ }).waitFor();
};

/** Opens the editor of a grip at the bench, where the grip comes new. */
const editGrip: Shot['go'] = async (page) => {
  await song('Slow Barge', 'Bench')(page);
  const chorus = page.getByRole('region', { name: 'Chorus 1', exact: true });
  await chorus
    .getByRole('button', { name: /^G minor 6/ })
    .first()
    .click();
  await chorus.evaluate((section) => {
    section.scrollIntoView({ block: 'start' });
  });
};

/** Opens the patterns of a section at the bench, one of them with its editor. */
async function openPattern(page: Page, section: string, name: RegExp): Promise<void> {
  const region = page.getByRole('region', { name: section, exact: true });
  await region.getByRole('button', { name: /all layers/ }).click();
  await region.getByRole('button', { name }).first().click();
  await region.getByRole('region', { name: 'Edit a pattern' }).waitFor();
}

/** Opens the editor of the song's pattern at the bench, with a telling in words. */
const editPattern: Shot['go'] = async (page) => {
  await song('Slow Barge', 'Bench')(page);
  await openPattern(page, 'Intro', /^barge-eights/);
  await page.getByLabel('In words, as you say it').fill('down-up, up, down');
};

/** Opens the editor of a riff at the bench, with one of its notes chosen. */
const editRiff: Shot['go'] = async (page) => {
  await song('Slow Barge', 'Bench')(page);
  const intro = page.getByRole('region', { name: 'Intro', exact: true });
  await intro.getByRole('button', { name: 'Edit', exact: true }).first().click();
  const drawn = intro.getByRole('group', { name: 'The riff, note by note' });
  await drawn.focus();
  await page.keyboard.press('ArrowRight');
  await intro.evaluate((section) => {
    section.scrollIntoView({ block: 'start' });
  });
};

/** Opens the recording's clock at the bench, with marks that lack a bar. The song is left as it was. */
const openClock: Shot['go'] = async (page) => {
  await song('Tin Lantern', 'Bench')(page);
  await page.getByRole('button', { name: 'Clock', exact: true }).click();
  const starts = [
    ['Verse 1', '0:02'],
    ['Refrain 1', '0:17.1'],
    ['Verse 2', '0:26.5'],
    ['Refrain 2', '0:41.4'],
    ['Ending', '0:49'],
  ] as const;
  await page.route('**/api/songs/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  for (const [name, at] of starts) {
    await page.getByLabel(`Start of ${name}`).fill(at);
    await page.keyboard.press('Tab');
  }
};

/** Opens the steps of one student, with a step chosen. */
const stepsForOdalys: Shot['go'] = async (page) => {
  await song('Slow Barge', 'Steps')(page);
  await page.getByLabel('Whose steps').selectOption({ label: 'Odalys Renn' });
  await page.getByText(/^Odalys Renn: /).waitFor();
  await page.getByRole('button', { name: /^E Bridge, 8 bars/ }).click();
  await page.getByText('What would raise it').waitFor();
  await page.evaluate(() => {
    scrollTo(0, 0);
  });
};

/** The songs, once it is known how far those are who learn them. */
const songs: Shot['go'] = async (page) => {
  await page.goto(`${BASE}/songs`);
  await page
    .getByText(/: whole at|: ready|: not yet/)
    .first()
    .waitFor();
};

/** Opens what is known of a student. */
const studentKnown: Shot['go'] = async (page) => {
  await page.goto(`${BASE}/students`);
  await page.getByRole('link', { name: 'What is known of Odalys Renn' }).click();
  await page.getByText('Measure the stretch').waitFor();
};

/** A student's week, once its songs stand. */
const week: Shot['go'] = async (page) => {
  await page.goto(`${BASE}/week`);
  await page.getByRole('heading', { level: 3 }).getByRole('link').first().waitFor();
};

const openWeekSong: Shot['go'] = async (page) => {
  await week(page);
  await page.getByRole('heading', { level: 3 }).getByRole('link').first().click();
  await page.getByText('Whole song today').waitFor();
};

const practise: Shot['go'] = async (page) => {
  await week(page);
  await page.locator('a[href*="/practice/"]').first().click();
  await page.getByRole('button', { name: /Start/ }).click();
  await page.waitForTimeout(7000);
};

/** The queue stands once every song in it is weighed. */
async function requests(page: Page): Promise<void> {
  await page.goto(`${BASE}/requests`);
  await page.getByRole('article').first().waitFor();
}

const SHOTS: readonly Shot[] = [
  { name: 'requests', as: 'Ilse Korrin', go: requests },
  { name: 'songs', as: 'Ilse Korrin', go: songs },
  { name: 'bench', as: 'Ilse Korrin', go: song('Slow Barge', 'Bench') },
  { name: 'steps', as: 'Ilse Korrin', go: song('Slow Barge', 'Steps') },
  { name: 'steps-student', as: 'Ilse Korrin', theme: 'dark', go: stepsForOdalys },
  { name: 'student-known', as: 'Ilse Korrin', go: studentKnown },
  { name: 'today', as: 'Ilse Korrin', go: today },
  { name: 'lesson', as: 'Ilse Korrin', go: openLesson },
  { name: 'students', as: 'Ilse Korrin', go: at('/students') },
  { name: 'studio', as: 'Ilse Korrin', go: at('/studio') },
  { name: 'pattern-editor', as: 'Ilse Korrin', go: editPattern },
  { name: 'riff-editor', as: 'Ilse Korrin', go: editRiff },
  { name: 'clock', as: 'Ilse Korrin', go: openClock },
  { name: 'grip-editor', as: 'Ilse Korrin', go: editGrip },
  { name: 'week-phone', as: 'Wiebke Halm', size: PHONE, go: week },
  { name: 'student-song', as: 'Odalys Renn', go: openWeekSong },
  { name: 'practice', as: 'Odalys Renn', theme: 'dark', go: practise },
  { name: 'practice-phone', as: 'Wiebke Halm', size: PHONE, go: practise },
];

async function take(shot: Shot): Promise<void> {
  const browser = await chromium.launch(CHROMIUM);
  const page = await browser.newPage({
    viewport: shot.size ?? SCREEN,
    colorScheme: shot.theme ?? 'light',
    locale: 'en-GB',
  });
  await page.goto(`${BASE}/sign-in`);
  if (shot.as) {
    await page.getByRole('button', { name: new RegExp(`^${shot.as}`) }).click();
    await page.waitForURL((url) => !url.pathname.includes('sign-in'));
  }
  await shot.go(page);
  await page.waitForTimeout(800);
  await page.screenshot({ path: join(FOLDER, `${shot.name}.png`) });
  await browser.close();
}

mkdirSync(FOLDER, { recursive: true });
const wanted = process.argv.slice(2);
for (const shot of SHOTS) if (wanted.length === 0 || wanted.includes(shot.name)) await take(shot);
