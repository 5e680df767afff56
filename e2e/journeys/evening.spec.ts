import { expect, test } from '../test';
import { Door } from '../screens/door';

test('the evening is put in an order that asks for less, and stays so', async ({ page }) => {
  await new Door(page).enterAs('Ilse Korrin');
  await page.goto('/requests');
  await page.getByRole('link', { name: 'The evening' }).click();
  const programme = page.getByRole('list', { name: 'Programme' }).getByRole('listitem');
  await expect(programme).toHaveCount(6);
  await expect(page.getByText('Fewer changes are possible.')).toBeVisible();
  await page.getByRole('button', { name: 'Take that order' }).click();
  await expect(page.getByText('The order asks for least.')).toBeVisible();
  const first = (await programme.first().textContent()) ?? '';
  await page.reload();
  await expect(page.getByText('The order asks for least.')).toBeVisible();
  expect(await programme.first().textContent()).toBe(first);
  await page.getByRole('button', { name: /^Take off: Tin Lantern Waltz/ }).click();
  await expect(programme).toHaveCount(5);
  await page.getByRole('button', { name: /^Add: Tin Lantern Waltz, Bram/ }).click();
  await expect(programme).toHaveCount(6);
});
