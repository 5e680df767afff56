import { expect, test } from '../test';
import { Door, PASSWORD } from '../screens/door';

test('the door tells a wrong password and lets the right one in', async ({ page }) => {
  const door = new Door(page);
  await door.open();
  await door.signIn('bram', 'not the one');
  await expect(page.getByRole('alert')).toContainText('This name and password do not go together.');
  await door.signIn('bram', PASSWORD);
  await expect(page).toHaveURL(/week/);
  await door.leave();
});

test('who comes by an address signs in and goes on there', async ({ page }) => {
  await page.goto('/requests');
  await expect(page).toHaveURL(/sign-in\?from=%2Frequests/);
  await page.getByRole('button', { name: 'Bram Tessel' }).click();
  await expect(page).toHaveURL(/\/requests$/);
});

test('a student is led away from what is for teachers', async ({ page }) => {
  await new Door(page).enterAs('Bram Tessel');
  for (const path of ['/songs', '/students', '/studio']) {
    await page.goto(path);
    await expect(page).toHaveURL(/\/week$/);
  }
  await page.goto('/nowhere/at/all');
  await expect(page.getByText(/nothing/i).first()).toBeVisible();
});

test('a minor’s account opens only once the consent is recorded', async ({ page, browser }) => {
  const name = `tove${Date.now()}`;
  await new Door(page).enterAs('Ilse Korrin');
  await page.goto('/studio');
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Sign-in name').fill(name);
  await page.getByLabel('First password').fill(PASSWORD);
  await page.getByLabel('is a minor').check();
  await page.getByRole('button', { name: 'Add to the studio' }).click();
  await expect(page.getByText('A minor needs a guardian')).toBeVisible();
  await page.getByLabel('Guardian, name and contact').fill('Jorun, jorun@dyke.example');
  await page.getByRole('button', { name: 'Add to the studio' }).click();
  const row = page.getByRole('listitem').filter({ hasText: `signs in as ${name}` });
  await expect(row.getByText('no consent yet: cannot sign in')).toBeVisible();

  const child = await browser.newPage();
  await new Door(child).open();
  await new Door(child).signIn(name, PASSWORD);
  await expect(child.getByRole('alert')).toContainText('waits for a guardian’s consent');
  await row.getByRole('button', { name: 'Consent' }).click();
  await row.getByLabel('Consent given on').fill('2026-11-20');
  await row.getByRole('button', { name: 'Record the consent' }).click();
  await expect(row.getByText(/consent given/)).toBeVisible();
  await new Door(child).signIn(name, PASSWORD);
  await expect(child).toHaveURL(/week/);
  await child.close();
});

test('a declined request is answered with its reason', async ({ page, browser }) => {
  const title = `Nine Bridges ${Date.now()}`;
  const student = await browser.newPage();
  await new Door(student).enterAs('Bram Tessel');
  await student.goto('/requests');
  await student.getByRole('button', { name: 'Ask for it' }).click();
  await expect(student.getByText('Title must be filled in.')).toBeVisible();
  await student.getByLabel('Title').fill(title);
  await student.getByRole('button', { name: 'Ask for it' }).click();
  await new Door(page).enterAs('Ilse Korrin');
  await page.goto('/requests');
  const request = page.getByRole('article').filter({ hasText: title });
  await request.getByRole('button', { name: 'Not now' }).click();
  await request.getByLabel('Reason, read by everybody who asked').fill('The waltz first.');
  await request.getByRole('button', { name: 'Send the answer' }).click();
  await expect(page.getByText('The waltz first.').first()).toBeVisible();
  await student.reload();
  await expect(student.getByText('The waltz first.').first()).toBeVisible();
  await student.close();
});
