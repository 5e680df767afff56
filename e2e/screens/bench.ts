import { expect, type Locator, type Page } from '@playwright/test';

/** The bench of one song. */
export class Bench {
  readonly text: Locator;
  readonly ribbon: Locator;
  readonly margin: Locator;

  constructor(private readonly page: Page) {
    this.text = page.getByRole('textbox', { name: 'Chart text' });
    this.ribbon = page.getByRole('group', { name: 'The song, section by section' });
    this.margin = page.getByRole('complementary', { name: 'Margin' });
  }

  /** Opens the chart text beside the song. */
  async openText(): Promise<void> {
    const rail = this.page.getByRole('button', { name: /^Chart text/ });
    await rail.or(this.text).first().waitFor();
    if (await rail.isVisible()) await rail.click();
    await expect(this.text).toBeVisible();
  }

  /** Replaces the whole text as if it were pasted. */
  async write(chart: string): Promise<void> {
    await this.openText();
    await this.text.click();
    await this.page.keyboard.press('Control+a');
    await this.page.keyboard.insertText(chart);
  }

  async frame(field: string, value: string): Promise<void> {
    const form = this.page.getByRole('group', { name: 'Frame', exact: true });
    if (!(await form.isVisible())) {
      await this.page.getByLabel('The frame in words').getByRole('button').first().click();
    }
    const input = form.getByLabel(field, { exact: true });
    await input.fill(value);
    await input.press('Enter');
  }

  async isSaved(): Promise<void> {
    await expect(this.page.getByText('saved', { exact: true })).toBeVisible({ timeout: 10_000 });
  }

  /** Starts a song and stands at its bench. */
  async start(title: string): Promise<void> {
    await this.page.goto('/songs');
    await this.page.getByLabel('Title of a new song').fill(title);
    await this.page.getByRole('button', { name: 'Start a song' }).click();
    await expect(this.page.getByRole('heading', { name: title })).toBeVisible();
  }

  async open(title: string): Promise<void> {
    await this.page.goto('/songs');
    const row = this.page.getByRole('listitem').filter({ hasText: title });
    await row.getByRole('link', { name: 'Bench' }).click();
    await this.page.waitForURL(/bench/);
    await expect(this.ribbon).toBeVisible();
  }

  /** Writes the bars of a section from its first on, by keys alone: a space is the next beat. */
  async writeBars(section: string, bars: readonly string[]): Promise<void> {
    const grid = this.page.getByRole('list', { name: `Bars of ${section}`, exact: true });
    const first = grid.getByRole('button', { name: /^Bar 1: / });
    // In a section that was just added the cursor stands already.
    const open = grid.getByLabel('Bar 1, beat 1');
    await first.or(open).waitFor();
    if (!(await open.isVisible())) await first.click();
    for (const bar of bars) {
      await this.page.keyboard.type(bar);
      await this.page.keyboard.press('Enter');
    }
    await this.page.keyboard.press('Escape');
  }

  /** Adds a section behind the last: silent, or like one that is there. */
  async addSection(name: string, like?: string): Promise<void> {
    await this.page.getByLabel('Name of the next section').fill(name);
    if (like !== undefined) await this.page.getByLabel('Its bars').selectOption(like);
    await this.page.getByRole('button', { name: 'Add it', exact: true }).click();
    await expect(this.page.getByRole('region', { name, exact: true })).toBeVisible();
  }

  /** Says the frame field by field, as one goes through it by Tab. */
  async sayFrame(values: readonly string[]): Promise<void> {
    await this.page.getByRole('group', { name: 'Frame', exact: true }).getByLabel('bpm').focus();
    for (const value of values) {
      if (value !== '') await this.page.keyboard.type(value);
      await this.page.keyboard.press('Tab');
    }
  }
}
