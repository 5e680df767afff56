import { expect, type Page } from '@playwright/test';

/** The practice room, worked by keys as with a pedal. */
export class PracticeRoom {
  constructor(private readonly page: Page) {}

  /** What the room says under the music; panels that are open have their own words. */
  get message() {
    return this.page.locator('.room-say').getByRole('status').last();
  }

  async clean(): Promise<void> {
    await this.page.keyboard.press('PageDown');
  }

  async stumbled(): Promise<void> {
    await this.page.keyboard.press('PageUp');
  }

  /** Marks so many tries one after the other; a pedal's bounce is waited out. */
  async cleanGrips(count: number): Promise<void> {
    for (let i = 0; i < count; i++) {
      await this.clean();
      await this.page.waitForTimeout(450);
    }
  }

  /** Plays passes to their end and marks them clean, until the step is done. */
  async playUntilDone(most = 260): Promise<void> {
    await this.page.keyboard.press(' ');
    for (let i = 0; i < most; i++) {
      await this.page.waitForTimeout(300);
      await this.clean();
      if (await this.page.getByText('Done: the goal of this step is met.').isVisible()) return;
    }
    throw new Error('The step is not done.');
  }

  async isAt(step: string | RegExp): Promise<void> {
    await expect(this.page.getByRole('heading', { level: 1, name: step })).toBeVisible();
  }

  async next(): Promise<void> {
    await this.page.getByRole('link', { name: /^Next:/ }).click();
  }
}
