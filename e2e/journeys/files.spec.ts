import { readFile } from 'node:fs/promises';
import { expect, test } from '../test';
import { Door } from '../screens/door';

const bar = (root: string, more = ''): string =>
  `<harmony><root><root-step>${root}</root-step></root><kind>major</kind></harmony><note><rest/><duration>4</duration></note>${more}`;
const SCORE = `<?xml version="1.0"?><score-partwise version="4.0"><work><work-title>Tide Gate</work-title></work><part-list><score-part id="P1"><part-name>Guitar</part-name></score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes><direction><direction-type><rehearsal>Verse</rehearsal></direction-type><sound tempo="88"/></direction>${bar('G')}</measure><measure number="2">${bar('D', '<barline location="right"><repeat direction="backward"/></barline>')}</measure></part></score-partwise>`;

test('a score becomes a song at the bench, and the song a score again', async ({ page }) => {
  await new Door(page).slipInAs('Ilse Korrin');
  await page.goto('/songs');
  await page.getByRole('button', { name: 'From a file' }).click();
  const part = page.getByRole('region', { name: 'A song from a file' });
  await part.getByLabel('A file with a song').setInputFiles({
    name: 'letter.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('Dear Ilse, we are late on Tuesday.'),
  });
  await expect(part.getByRole('alert')).toHaveText('There are no chords in it.');
  await part.getByLabel('A file with a song').setInputFiles({
    name: 'tide.musicxml',
    mimeType: 'application/xml',
    buffer: Buffer.from(SCORE),
  });
  await expect(part.getByText('2 bars, 1 section, 2 chord symbols, 1 repeat')).toBeVisible();
  await expect(part.getByLabel('The song as it will be')).toContainText('[Verse] x2');
  await part.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByRole('heading', { name: 'Tide Gate' })).toBeVisible();
  await expect(page.getByText('88 bpm').first()).toBeVisible();

  await page.goto('/songs');
  await page.getByRole('button', { name: 'More for Tide Gate' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Save as a score (MusicXML)' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('Tide Gate.musicxml');
  const text = await readFile(await file.path(), 'utf8');
  expect(text).toContain('<rehearsal>Verse</rehearsal>');
  expect(text.match(/<repeat direction="backward"/g)?.length).toBe(1);
});
