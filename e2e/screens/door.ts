import { expect, type Page } from '@playwright/test';

export type DemoName =
  'Ilse Korrin' | 'Odalys Renn' | 'Bram Tessel' | 'Wiebke Halm' | 'Ferran Loke';
export const PASSWORD = 'lantern-night';

/** The sign-in page. */
export class Door {
  constructor(private readonly page: Page) {}

  async open(): Promise<void> {
    await this.page.goto('/sign-in');
  }

  async enterAs(name: DemoName): Promise<void> {
    await this.open();
    await this.page.getByRole('button', { name }).click();
    await this.page.waitForURL((url) => !url.pathname.includes('sign-in'));
  }

  /** Comes in without looking at the door, for journeys about something else. */
  async slipInAs(name: DemoName): Promise<void> {
    const signInName = name.split(' ')[0]?.toLowerCase();
    const answer = await this.page.request.post('/api/sign-in', {
      data: { signInName, password: PASSWORD },
    });
    expect(answer.ok()).toBe(true);
  }

  async signIn(name: string, password: string): Promise<void> {
    await this.page.getByLabel('Sign-in name').fill(name);
    await this.page.getByLabel('Password').fill(password);
    await this.page.getByRole('button', { name: 'Sign in', exact: true }).click();
  }

  async leave(): Promise<void> {
    await this.page.getByRole('button', { name: 'Sign out' }).click();
    await expect(this.page).toHaveURL(/sign-in/);
  }
}
