import type { Person } from '@harvu/contract';
import { setTimeout as pause } from 'node:timers/promises';
import { isTeaching } from '../../platform/access';
import type { EventsStore, LiveEvent } from './events.store';

/** Somebody who looks on. */
interface Follower {
  readonly person: Person;
  /** Kept once it was told. */
  readonly tell: (event: LiveEvent) => Promise<void>;
}

/** Two that come in at once may become visible in the other order; so far back it is looked again. */
const LOOK_BACK = 200;
/** As many as are remembered as told. */
const MOST_TOLD = 4 * LOOK_BACK;

const LATE_MS = 10_000;

export interface FeedDeps {
  readonly events: Pick<EventsStore, 'newest' | 'after'>;
  /** How often it is looked for news while somebody looks on. */
  readonly lookMs: number;
  readonly onFailure: (error: unknown) => void;
}

/**
 * Tells whoever looks on of each event as it comes into the log, once: it is looked for in the database, so that
 * several servers behind one of them all know it, and one question serves everybody who looks on here.
 */
export function createEventFeed({ events, lookMs, onFailure }: FeedDeps) {
  const followers = new Set<Follower>();
  const told = new Set<number>();
  const missedSince = createMissed(events);
  let last = 0;
  let isLooking = false;

  function tellAll(event: LiveEvent): void {
    told.add(event.number);
    last = Math.max(last, event.number);
    for (const { person, tell } of followers) {
      if (mayHear(person, event)) void tell(event);
    }
  }

  async function look(): Promise<void> {
    const found = await events.after(Math.max(0, last - LOOK_BACK));
    for (const one of found) if (!told.has(one.number)) tellAll(one);
    forgetOld(told);
  }

  async function keepLooking(): Promise<void> {
    if (isLooking) return;
    isLooking = true;
    while (followers.size > 0) {
      await look().catch(onFailure);
      await pause(lookMs);
    }
    isLooking = false;
  }

  return {
    /**
     * Follows the log from now on, or from a number that was told before: what came in since is told first. It
     * ends when the signal says so.
     */
    async follow(
      person: Person,
      {
        after,
        gone,
        tell,
      }: {
        readonly after: number | null;
        readonly gone: AbortSignal;
        readonly tell: (event: LiveEvent) => Promise<void>;
      },
    ): Promise<void> {
      if (followers.size === 0) {
        last = await events.newest();
        // What is there already is no news.
        for (const { number } of await events.after(Math.max(0, last - LOOK_BACK)))
          told.add(number);
      }
      const known = new Set<number>();
      // What was there before somebody looked is no news to them, though others are still told of it.
      const since = after === null ? await events.newest() : 0;
      const once = async (one: LiveEvent): Promise<void> => {
        if (one.number <= since || known.has(one.number)) return;
        known.add(one.number);
        if (mayHear(person, one)) await tell(one);
      };
      const follower: Follower = { person, tell: once };
      if (after !== null)
        for await (const some of missedSince(after)) {
          if (gone.aborted) return;
          // A page that reads slowly is not told faster than it reads.
          await Promise.all(some.map(once));
        }
      followers.add(follower);
      gone.addEventListener('abort', () => followers.delete(follower), { once: true });
      void keepLooking();
    },
    /** How many look on. */
    count: () => followers.size,
  };
}

function mayHear(person: Person, { studentId }: LiveEvent): boolean {
  return isTeaching(person) || person.id === studentId;
}

function forgetOld(told: Set<number>): void {
  for (const number of told) {
    if (told.size <= MOST_TOLD) return;
    told.delete(number);
  }
}

/**
 * Finds what came in after a number, page by page until there is no more; and what came in with it, for
 * that may have become visible later.
 */
function createMissed(events: Pick<EventsStore, 'after'>) {
  return async function* missedSince(after: number): AsyncGenerator<readonly LiveEvent[]> {
    let from = Math.max(0, after - LOOK_BACK);
    let page = await events.after(from);
    const had = page.find(({ number }) => number >= after)?.event.receivedAt;
    const since = had === undefined ? Infinity : Date.parse(had) - LATE_MS;
    while (page.length > 0) {
      yield page.filter(
        ({ number, event }) =>
          number > after || (number < after && Date.parse(event.receivedAt) >= since),
      );
      from = page.at(-1)?.number ?? from;
      page = await events.after(from);
    }
  };
}

export type EventFeed = ReturnType<typeof createEventFeed>;
