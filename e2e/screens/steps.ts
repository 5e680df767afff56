import { expect, type Locator, type Page } from '@playwright/test';

/** The ordered steps of a song, for the studio or one student. */
export class Steps {
  constructor(private readonly page: Page) {}

  get list(): Locator {
    return this.page.getByRole('list', { name: 'Steps in the order of teaching' });
  }

  get margin(): Locator {
    return this.page.getByRole('complementary', { name: 'Margin' });
  }

  async open(songId: string): Promise<void> {
    await this.page.goto(`/songs/${songId}/steps?read=steps`);
    await expect(this.list.getByRole('listitem').first()).toBeVisible();
  }

  /** The titles of the first steps. */
  async titles(count: number): Promise<readonly string[]> {
    const titles = await this.list.locator('b.truncate').allTextContents();
    return titles.slice(0, count).map((one) => one.trim());
  }

  /** A step by its whole title. */
  step(title: string): Locator {
    const own = this.page.getByText(title, { exact: true });
    return this.list.getByRole('button').filter({ has: own });
  }

  async showFor(name: string): Promise<void> {
    await this.page.getByLabel('Whose steps').selectOption({ label: name });
    await expect(this.page.getByText(new RegExp(`^${name}: `))).toBeVisible();
  }

  /** Opens how the song is taught: its order, how far it goes, by when. */
  async openWay(): Promise<void> {
    const change = this.page.getByRole('button', { name: 'change', exact: true });
    if ((await change.getAttribute('aria-expanded')) !== 'true') await change.click();
  }

  async closeWay(): Promise<void> {
    await this.page.getByRole('button', { name: 'Done', exact: true }).click();
  }

  /** Opens the list of who learns the song. */
  async openAssign(): Promise<void> {
    await this.page.getByRole('button', { name: 'Assign', exact: true }).click();
  }

  async isSaved(): Promise<void> {
    await expect(this.page.getByRole('status').getByText('saving')).toHaveCount(0);
  }
}
