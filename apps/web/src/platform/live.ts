import { inject, Injectable, InjectionToken } from '@angular/core';
import type { StoredEvent } from '@harvu/contract';
import {
  filter,
  map,
  merge,
  Observable,
  retry,
  share,
  Subject,
  throttleTime,
  timer,
  type MonoTypeOperatorFunction,
} from 'rxjs';

/** Something that happened in somebody's plan just now. */
export interface Happened {
  readonly planId: string;
  readonly event: StoredEvent;
}

/** The part of an event source that is used. */
export type LiveSource = Pick<
  EventSource,
  'addEventListener' | 'close' | 'readyState' | 'onerror' | 'onopen'
>;

/** Opens the stream of what happens. */
export const LIVE_SOURCE = new InjectionToken<(url: string) => LiveSource>('live source', {
  providedIn: 'root',
  factory: () => (url) => new EventSource(url),
});

/** The service worker would keep the stream from ending. */
const ADDRESS = '/api/live?ngsw-bypass=true';
const RETRY_MS = 10_000;
/** A page that was left for another one keeps the stream for the next. */
const LINGER_MS = 3000;
/** Oftener than this a page is not worked out anew. */
const OFTENEST_MS = 800;
const CLOSED = 2;
const MOST_TOLD = 500;

/** Tells open pages what happens while they are looked at: a student's try, a mark in a lesson. */
@Injectable({ providedIn: 'root' })
export class Live {
  private readonly open = inject(LIVE_SOURCE);
  /** The stream was broken and is there again: something may have been missed. */
  private readonly back = new Subject<void>();

  readonly happened = new Observable<Happened>((told) => {
    const source = this.open(ADDRESS);
    let wasBroken = false;
    source.addEventListener('happened', ({ data }: MessageEvent<string>) =>
      told.next(JSON.parse(data) as Happened),
    );
    source.onopen = () => {
      if (wasBroken) this.back.next();
      wasBroken = false;
    };
    source.onerror = () => {
      wasBroken = true;
      // It tries again by itself, unless it was turned away.
      if (source.readyState === CLOSED) told.error(new Error('the stream was closed'));
    };
    return () => source.close();
  }).pipe(
    retry({ delay: () => timer(RETRY_MS) }),
    once(),
    share({ resetOnRefCountZero: () => timer(LINGER_MS) }),
  );

  /** Tells when there is something new to see: in one plan, where it is named. */
  news(planId?: string): Observable<unknown> {
    const own = this.happened.pipe(
      filter((one) => planId === undefined || one.planId === planId),
      map(() => undefined),
    );
    return merge(own, this.back).pipe(
      throttleTime(OFTENEST_MS, undefined, { leading: true, trailing: true }),
    );
  }
}

/** Lets each event through once, however often it is told. */
function once(): MonoTypeOperatorFunction<Happened> {
  const told = new Set<string>();
  return filter(({ event: { id } }) => {
    if (told.has(id)) return false;
    told.add(id);
    if (told.size > MOST_TOLD)
      for (const old of [...told].slice(0, MOST_TOLD / 2)) told.delete(old);
    return true;
  });
}
