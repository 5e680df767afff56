import { expect, test } from '../test';
import { Door, type DemoName } from '../screens/door';

const WORDS = ['Kettle', 'Thistle', 'Anchor', 'Marble', 'Willow', 'Copper', 'Saffron', 'Pewter'];

/** A title that no other run has; its words differ, as titles that differ in a number only stay apart anyway. */
function newTitle(): string {
  const pick = (): string => WORDS[Math.floor(Math.random() * WORDS.length)] ?? '';
  return `${pick()} ${pick()} Parade ${Date.now()}`;
}

test('two ask for one song: it is weighed by pasted chords and answered for both', async ({
  page,
  browser,
}) => {
  const title = newTitle();
  const asked: readonly (readonly [DemoName, string])[] = [
    ['Bram Tessel', title],
    ['Wiebke Halm', `the ${title.toLowerCase()} (live)`],
  ];
  for (const [who, written] of asked) {
    const student = await browser.newPage();
    await new Door(student).slipInAs(who);
    const data = { title: written, playedBy: '', why: '', wantedBy: null };
    const sent = await student.request.post('/api/requests', { data });
    expect(sent.status()).toBe(201);
    await student.close();
  }
  await new Door(page).enterAs('Ilse Korrin');
  await page.goto('/requests');
  const song = page.getByRole('article').filter({ hasText: title });
  await expect(song).toHaveCount(1);
  await expect(song.getByText('2 ask')).toBeVisible();
  await expect(song.getByText('paste the chords for a first verdict').first()).toBeVisible();
  await song.getByRole('button', { name: 'Paste the chords' }).click();
  await song.getByRole('textbox').first().fill('Verse: G C G D\nChorus: C G D D x2');
  await expect(song.getByText('12 bars read.')).toBeVisible();
  await song.getByRole('button', { name: 'Weigh it' }).click();
  await expect(song.getByText('rough: weighed by pasted chords')).toBeVisible();
  await expect(song.getByText(/^(Now|With a simpler version|Later)\.$/)).toHaveCount(2);
  await song.getByRole('button', { name: 'Not now' }).click();
  await song.getByLabel('Reason, read by everybody who asked').fill('After Lantern Night.');
  await song.getByRole('button', { name: 'Send the answer' }).click();
  await expect(song).toHaveCount(0);
  for (const [who, written] of asked) {
    const student = await browser.newPage();
    await new Door(student).slipInAs(who);
    await student.goto('/requests');
    const own = student.getByRole('listitem').filter({ hasText: written });
    await expect(own.getByText('After Lantern Night.')).toBeVisible();
    await student.close();
  }
});
