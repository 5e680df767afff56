import type { SongRequest } from '@harvu/contract';
import { expect, test, type Page } from '../test';
import { Bench } from '../screens/bench';
import { Door } from '../screens/door';

/** A student's request, as it waits for the teacher. */
async function ask(page: Page, title: string, wantedBy: string | null): Promise<void> {
  const student = await page.context().browser()?.newPage();
  if (!student) throw new Error('there is no browser');
  await new Door(student).slipInAs('Bram Tessel');
  const data = { title, playedBy: 'The Bollard Children', why: '', wantedBy };
  const sent = await student.request.post('/api/requests', { data });
  expect(((await sent.json()) as SongRequest).status).toBe('waiting');
  await student.close();
}

/** The teacher accepts it, and stands at an empty bench. */
async function accept(page: Page, title: string): Promise<Bench> {
  await page.goto('/requests');
  const request = page.getByRole('article').filter({ hasText: title });
  await request.getByRole('button', { name: 'Take it up' }).click();
  await expect(page.getByRole('heading', { name: title })).toBeVisible();
  return new Bench(page);
}

/** The steps are made, and Bram has them. */
async function giveToBram(page: Page, bench: Bench): Promise<void> {
  await bench.isSaved();
  await page.getByRole('link', { name: 'Make the steps' }).click();
  await expect(page.getByRole('list', { name: 'Stages of the plan' })).toBeVisible();
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  await page.getByRole('checkbox', { name: 'Bram Tessel' }).check();
  await page.getByRole('button', { name: 'Assign to Bram' }).click();
  const row = page.getByRole('listitem').filter({ hasText: 'Bram' });
  await expect(row.getByText('has it')).toBeVisible();
}

test('the simplest song goes from its request to a plan by keys, and keeps the day it was asked for', async ({
  page,
}) => {
  const title = `Pebble Road ${Date.now()}`;
  await ask(page, title, '2099-12-12');
  await new Door(page).slipInAs('Ilse Korrin');
  const bench = await accept(page, title);

  await bench.sayFrame(['96', '4/4', 'straight', '0', 'standard', 'G', 'pick']);
  await bench.writeBars('Verse 1', ['G', 'C', 'G', 'D', 'G', 'C', 'G  D', 'G']);
  await bench.addSection('Chorus 1');
  await bench.writeBars('Chorus 1', ['C', 'G', 'D', 'G']);
  await bench.addSection('Verse 2', 'Verse 1');
  await bench.addSection('Chorus 2', 'Chorus 1');
  await expect(bench.ribbon.getByRole('button')).toHaveCount(4);
  await expect(page.getByLabel('The frame in words')).toContainText(
    '96 bpm, 4/4, straight, standard tuning, no capo, in G, with a pick',
  );

  await giveToBram(page, bench);
  await page.getByLabel('Whose steps').selectOption({ label: 'Bram Tessel' });
  await expect(page.getByText(/12 Dec 2099 fits/)).toBeVisible();
});

test('a song with a capo and a raised last chorus is written at the bench alone', async ({
  page,
}) => {
  const title = `Lamp Oil ${Date.now()}`;
  await ask(page, title, null);
  await new Door(page).slipInAs('Ilse Korrin');
  const bench = await accept(page, title);

  await bench.sayFrame(['104', '4/4', 'straight', '2', 'standard', 'A', 'pick']);
  await bench.writeBars('Verse 1', ['G', 'D', 'Em', 'C']);
  await bench.addSection('Chorus 1');
  await bench.writeBars('Chorus 1', ['C', 'G  D', 'Em', 'Am7  D']);
  await expect(page.getByLabel('The frame in words')).toContainText(
    'capo 2, shapes in G, sounds A',
  );

  await test.step('the chorus comes once more, two semitones up', async () => {
    await bench.ribbon.getByRole('button', { name: /^B Chorus 1/ }).click();
    const map = page.getByRole('group', { name: 'On the map' });
    await map.getByRole('button', { name: 'Once more' }).click();
    await map.getByLabel('Semitones up').fill('2');
    await page.keyboard.press('Tab');
    await expect(bench.ribbon.getByRole('button', { name: /^B⁺² Chorus 1/ })).toBeVisible();
  });

  await test.step('its bars are shown as they sound there, and its grips are taken', async () => {
    const raised = page.getByRole('region', { name: 'Chorus 1', exact: true }).last();
    await expect(raised.getByText('2 frets’ worth higher')).toBeVisible();
    await raised.getByRole('button', { name: 'Show the bars' }).click();
    await expect(raised.getByRole('button', { name: 'Bar 2: A, E' })).toBeVisible();
  });

  await giveToBram(page, bench);
  await expect(page.getByRole('button', { name: /B⁺² Chorus 1/ })).toBeVisible();
});
