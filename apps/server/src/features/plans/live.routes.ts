import { Hono } from 'hono';
import { streamSSE } from 'hono/streaming';
import { signedInOnly, type SignedIn } from '../../platform/access';
import { tooMany } from '../../platform/errors';
import type { EventFeed } from './event-feed';

/** More pages than these are not kept up to date at once by one server. */
const MOST_FOLLOWERS = 500;
/** After so long a page asks anew, and whoever was put away meanwhile is not let in again. */
const LONGEST_MS = 10 * 60_000;
/** A line of nothing, so that nothing in between takes the silence for an end. */
const BREATH_MS = 15_000;
const RETRY_SECONDS = 30;

/** The number a page had last; null on its first question, and for anything that is no number. */
function lastHad(header: string | undefined): number | null {
  const number = Number(header ?? '');
  return header && Number.isSafeInteger(number) && number >= 0 ? number : null;
}

/** The route on which a page is told of each event as it happens. */
export function createLiveRoutes(feed: EventFeed) {
  return new Hono<SignedIn>().get('/live', signedInOnly, (c) => {
    if (feed.count() >= MOST_FOLLOWERS) {
      throw tooMany('Too many pages look on at once.', RETRY_SECONDS);
    }
    // The door let only somebody through.
    const person = c.get('person');
    const after = lastHad(c.req.header('last-event-id'));
    return streamSSE(c, async (stream) => {
      const gone = new AbortController();
      stream.onAbort(() => gone.abort());
      if (person) {
        await feed.follow(person, {
          ...{ after, gone: gone.signal },
          tell: ({ number, planId, event }) => {
            const data = JSON.stringify({ planId, event });
            void stream.writeSSE({ id: String(number), event: 'happened', data });
          },
        });
      }
      await stream.writeSSE({ event: 'here', data: '' });
      const until = Date.now() + LONGEST_MS;
      while (!gone.signal.aborted && Date.now() < until) {
        await stream.sleep(BREATH_MS);
        await stream.writeSSE({ event: 'here', data: '' });
      }
      gone.abort();
    });
  });
}
