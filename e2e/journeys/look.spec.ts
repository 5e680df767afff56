import AxeBuilder from '@axe-core/playwright';
import type { Overview, PlanSummary, SongSummary } from '@harvu/contract';
import { expect, test, type Page } from '../test';
import { Door, type DemoName } from '../screens/door';

async function first<T>(page: Page, path: string): Promise<T> {
  const [one] = (await (await page.request.get(path)).json()) as T[];
  if (!one) throw new Error(`nothing at ${path}`);
  return one;
}

const songPath = (view: string) => async (page: Page) =>
  `/songs/${(await first<SongSummary>(page, '/api/songs')).id}/${view}`;
const planPath = (rest: string) => async (page: Page) =>
  `/plans/${(await first<PlanSummary>(page, '/api/plans')).id}${rest}`;
const plain = (path: string) => () => Promise.resolve(path);

const odalysPlan = async (page: Page): Promise<PlanSummary> => {
  const plans = (await (await page.request.get('/api/plans')).json()) as PlanSummary[];
  const plan = plans.find((one) => one.studentName === 'Odalys Renn');
  if (!plan) throw new Error('Odalys learns nothing');
  return plan;
};
const stepsForOdalys = async (page: Page) => {
  const { songId, studentId } = await odalysPlan(page);
  return `/songs/${songId}/steps?for=${studentId}`;
};
const studentPath = async (page: Page) => `/students/${(await odalysPlan(page)).studentId}`;

const reportPath = async (page: Page) => `${await studentPath(page)}/report`;
const lessonPath = async (page: Page) => {
  const { lessons, today } = (await (await page.request.get('/api/overview')).json()) as Overview;
  const next = lessons.find(({ day, state }) => day === today && state === 'planned');
  return `/lessons/${next?.id ?? ''}`;
};

const VIEWS: readonly (readonly [string, DemoName, (page: Page) => Promise<string>])[] = [
  ['requests', 'Ilse Korrin', plain('/requests')],
  ['evening', 'Ilse Korrin', plain('/evening')],
  ['songs', 'Ilse Korrin', plain('/songs')],
  ['bench', 'Ilse Korrin', songPath('bench')],
  ['steps', 'Ilse Korrin', songPath('steps')],
  ['steps for a student', 'Ilse Korrin', stepsForOdalys],
  ['today', 'Ilse Korrin', plain('/today')],
  ['a lesson', 'Ilse Korrin', lessonPath],
  ['the weeks ahead', 'Ilse Korrin', plain('/lessons')],
  ['a term', 'Ilse Korrin', reportPath],
  ['students', 'Ilse Korrin', plain('/students')],
  ['what is known of a student', 'Ilse Korrin', studentPath],
  ['how this is worked out', 'Ilse Korrin', plain('/worked-out')],
  ['studio', 'Ilse Korrin', plain('/studio')],
  ['my week', 'Odalys Renn', plain('/week')],
  ['student’s song', 'Odalys Renn', planPath('')],
  ['getting ready', 'Odalys Renn', planPath('/practice/ready')],
  ['following the map', 'Odalys Renn', planPath('/practice/listen')],
  ['practice room', 'Odalys Renn', planPath('/practice/grip:Em7')],
];

async function problemsOf(page: Page): Promise<readonly string[]> {
  await page.getByRole('heading', { level: 1 }).waitFor();
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  return violations.map(({ id, nodes }) => `${id}: ${nodes.map((one) => one.html).join(' ')}`);
}

const SIZES = [
  { width: 1024, height: 768 },
  { width: 390, height: 844 },
] as const;
/** On a phone the students' views have to fit; teachers sit at a larger screen. */
const ON_PHONE: readonly string[] = [
  ...['my week', 'student’s song', 'practice room', 'getting ready', 'following the map'],
];

for (const [name, who, pathOf] of VIEWS) {
  test(`${name} is readable by everybody in both themes, and fits its screens`, async ({
    page,
  }) => {
    await new Door(page).slipInAs(who);
    const path = await pathOf(page);
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme });
      await page.goto(path);
      expect(await problemsOf(page), colorScheme).toEqual([]);
    }
    for (const size of SIZES.filter(({ width }) => width > 390 || ON_PHONE.includes(name))) {
      await page.setViewportSize(size);
      const over = () => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      await expect.poll(over, `${size.width} wide`).toBeLessThanOrEqual(0);
    }
  });
}
