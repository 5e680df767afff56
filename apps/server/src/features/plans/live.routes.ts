import { Hono } from 'hono';
import { getCookie } from 'hono/cookie';
import { streamSSE, type SSEStreamingApi } from 'hono/streaming';
import type { Person } from '@harvu/contract';
import { signedInOnly, type SignedIn } from '../../platform/access';
import { missing, tooMany } from '../../platform/errors';
import type { EventFeed } from './event-feed';
import type { LiveEvent } from './events.store';

/** More pages than these are not kept up to date at once by one server. */
const MOST_FOLLOWERS = 2000;
/** As many pages as one person may have open on all their devices. */
const MOST_OF_ONE = 12;
/** A page that reads nothing is let go before more than this waits for it; it asks again from where it was. */
const MOST_UNREAD = 5000;
/** After so long a page asks anew. */
const LONGEST_MS = 10 * 60_000;
/** A line of nothing, so that nothing in between takes the silence for an end. */
const BREATH_MS = 15_000;
const RETRY_SECONDS = 30;

export interface LiveDeps {
  readonly feed: EventFeed;
  /** Who a request is from at this moment; nobody once their session has ended. */
  readonly whoIs: (token: string) => Promise<Person | undefined>;
  /** The name of the cookie a session's token is kept in. */
  readonly cookie: string;
  /** How often it is looked whether whoever looks on may still do so. */
  readonly breathMs?: number;
}

/** The route on which a page is told of each event as it happens, as long as its session lasts. */
export function createLiveRoutes({ feed, whoIs, cookie, breathMs = BREATH_MS }: LiveDeps) {
  const pages = createCounts();
  return new Hono<SignedIn>().get('/live', signedInOnly, (c) => {
    const person = c.get('person');
    // The door let only somebody through.
    if (!person) throw missing('person');
    if (pages.of(person.id) >= MOST_OF_ONE)
      throw tooMany('You have this open on too many pages at once.', RETRY_SECONDS);
    if (feed.count() >= MOST_FOLLOWERS)
      throw tooMany('Too many pages look on at once.', RETRY_SECONDS);
    const after = lastHad(c.req.header('last-event-id'));
    const token = getCookie(c, cookie) ?? '';
    const isStillIn = async (): Promise<boolean> => {
      // Where that cannot be told, the page asks again later.
      const now = await whoIs(token).catch(() => undefined);
      return now?.id === person.id && now.role === person.role;
    };
    return streamSSE(c, async (stream) => {
      const gone = new AbortController();
      const end = (): void => {
        gone.abort();
        stream.abort();
      };
      stream.onAbort(() => gone.abort());
      pages.enter(person.id);
      gone.signal.addEventListener('abort', () => pages.leave(person.id), { once: true });
      try {
        const tell = createWriter(stream, { isStillIn, end });
        await feed.follow(person, { after, gone: gone.signal, tell });
        await stream.writeSSE({ event: 'here', data: '' });
        const until = Date.now() + LONGEST_MS;
        while (!gone.signal.aborted && Date.now() < until) {
          await stream.sleep(breathMs);
          if (!(await isStillIn())) break;
          await stream.writeSSE({ event: 'here', data: '' });
        }
      } finally {
        gone.abort();
      }
    });
  });
}

/** The number a page had last; null on its first question, and for anything that is no number. */
function lastHad(header: string | undefined): number | null {
  const number = Number(header ?? '');
  return header && Number.isSafeInteger(number) && number >= 0 ? number : null;
}

/** How many pages each person has open. */
function createCounts() {
  const counts = new Map<string, number>();
  const put = (id: string, count: number): void => {
    if (count > 0) counts.set(id, count);
    else counts.delete(id);
  };
  return {
    of: (id: string): number => counts.get(id) ?? 0,
    enter: (id: string): void => put(id, (counts.get(id) ?? 0) + 1),
    leave: (id: string): void => put(id, (counts.get(id) ?? 0) - 1),
  };
}

/**
 * Writes what a page is told, one after the other; before each piece it is asked whether that page may
 * still hear it. What is not taken in time ends the page's stream.
 */
function createWriter(
  stream: SSEStreamingApi,
  { isStillIn, end }: { readonly isStillIn: () => Promise<boolean>; readonly end: () => void },
) {
  const waiting: LiveEvent[] = [];
  let writing: Promise<void> | undefined;
  async function write(): Promise<void> {
    while (waiting.length > 0) {
      const some = waiting.splice(0);
      if (!(await isStillIn())) {
        end();
        return;
      }
      for (const { number, planId, event } of some)
        await stream.writeSSE({
          id: String(number),
          event: 'happened',
          data: JSON.stringify({ planId, event }),
        });
    }
  }
  /** Tells one event; kept once it, and all told before it, were written. */
  return (event: LiveEvent): Promise<void> => {
    waiting.push(event);
    if (waiting.length > MOST_UNREAD) end();
    writing ??= Promise.resolve()
      .then(write)
      .catch(end)
      .finally(() => (writing = undefined));
    return writing;
  };
}
