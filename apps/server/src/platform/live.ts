import { setTimeout as pause } from 'node:timers/promises';

/** How long a question waits for news, and how often it looks. */
export interface Patience {
  readonly waitMs: number;
  readonly lookMs: number;
  /** How often a page that is told as it happens is looked after: whether it may still be told. */
  readonly breathMs: number;
}

export const USUAL_PATIENCE: Patience = { waitMs: 20_000, lookMs: 500, breathMs: 10_000 };

/**
 * Looks for news until there is some, the time is up, or whoever asked has gone; it is looked for in
 * the database, so that several servers behind one of them all know it.
 */
export async function waitForNews<News>(
  look: () => Promise<News | undefined>,
  { waitMs, lookMs, gone }: Omit<Patience, 'breathMs'> & { readonly gone: AbortSignal },
): Promise<News | undefined> {
  const until = Date.now() + waitMs;
  for (;;) {
    const news = await look();
    if (news !== undefined || gone.aborted || Date.now() >= until) return news;
    await pause(lookMs);
  }
}
