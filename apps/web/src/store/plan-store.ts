import { inject, Injectable } from '@angular/core';
import type {
  NewEvent,
  Overview,
  Plan,
  PlanNews,
  OverviewSong,
  StoredEvent,
} from '@harvu/contract';
import {
  catchError,
  concat,
  concatMap,
  defaultIfEmpty,
  defer,
  EMPTY,
  finalize,
  forkJoin,
  from,
  map,
  of,
  switchMap,
  tap,
  throwError,
  type Observable,
} from 'rxjs';
import { toProblem } from '../platform/problems';
import { Session } from '../platform/session';
import { Analysis } from '../worked-out';
import { Device } from './device';
import { EventQueue } from './event-queue';
import { PlansApi, withNews } from './plans.api';

/** More songs than these nobody practises in a week. */
const MOST_KEPT = 12;

/**
 * Plans and overviews as they are known here: what this device has at once, then what the server says.
 * Without a connection the first is all there is; what happened and was not sent yet is in both.
 */
@Injectable({ providedIn: 'root' })
export class PlanStore {
  private readonly device = inject(Device);
  private readonly queue = inject(EventQueue);
  private readonly api = inject(PlansApi);
  private readonly session = inject(Session);
  private readonly analysis = inject(Analysis);
  private isKeeping = false;

  /** Gives a plan once or twice: as it is known here, and where that was not all, as it is now. */
  open(id: string): Observable<Plan> {
    return defer(() => this.device.findPlan(id)).pipe(
      switchMap((known) => (known ? this.openKnown(known) : this.load(id))),
      concatMap((plan) => this.withOwn(plan)),
    );
  }

  /** Every song in work, as it was last seen here and as it is now. */
  overview(): Observable<Overview> {
    const now = this.api.overview().pipe(
      tap((overview) => {
        void this.device.keepOverview(overview);
        this.keepSongs(overview);
      }),
    );
    return defer(() => this.device.overview()).pipe(
      switchMap((known) => {
        // What was seen here last may be older than what was sent since.
        const last = known ? this.withNewsOf(known, this.queue.plansWithNews()) : EMPTY;
        const latest = now.pipe(
          concatMap((overview) => this.withNewsOf(overview, this.queue.plansWaiting())),
        );
        return known ? concat(last, this.unlessOffline(latest)) : latest;
      }),
    );
  }

  /** Puts a plan that came with another answer where it is looked for. */
  keep(plan: Plan): void {
    const seen = new Set(plan.events.map((one) => one.id));
    void this.device.keepPlan(plan).then(() => this.queue.forgetSeen(plan.id, seen));
  }

  /** Brings a student's own songs onto the device, one after the other, so that they are there without a connection. */
  private keepSongs({ songs }: Overview): void {
    if (this.session.isTeaching() || this.isKeeping) return;
    this.isKeeping = true;
    const own = songs.filter((song) => song.withdrawnAt === null).slice(0, MOST_KEPT);
    from(own)
      .pipe(
        concatMap(({ id }) => this.open(id).pipe(catchError(() => EMPTY))),
        finalize(() => (this.isKeeping = false)),
      )
      .subscribe();
  }

  private load(id: string): Observable<Plan> {
    return this.api.find(id).pipe(tap((plan) => this.keep(plan)));
  }

  private openKnown(known: Plan): Observable<Plan> {
    const now = this.api.after(known.id, known.lastEvent).pipe(
      switchMap((news) => {
        if (!isSame(known, news)) return this.load(known.id);
        if (news.events.length === 0) return EMPTY;
        return this.api.whole(of(withNews(known, news))).pipe(tap((plan) => this.keep(plan)));
      }),
    );
    return concat(of(known), this.unlessOffline(now, known.id));
  }

  /** Without a connection what is here has to do; what one may no longer see goes from the device. */
  private unlessOffline<T>(asked: Observable<T>, planId?: string): Observable<T> {
    return asked.pipe(
      catchError((error: unknown) => {
        const { status } = toProblem(error);
        if (status === 0 || status === 429 || status >= 500) return EMPTY;
        const isGone = status === 403 || status === 404;
        if (planId !== undefined && isGone) void this.device.forget('plans', planId);
        return throwError(() => error);
      }),
    );
  }

  private withOwn(plan: Plan): Observable<Plan> {
    return from(this.queue.newsOf(plan.id)).pipe(
      map((news) => {
        const known = new Set(plan.events.map((one) => one.id));
        const isTeaching = this.session.isTeaching();
        const own = news.filter((one) => !known.has(one.id));
        if (own.length === 0) return plan;
        return {
          ...plan,
          events: [...plan.events, ...own.map((one) => toStored(one, isTeaching))],
        };
      }),
    );
  }

  /** Songs it lacks something of are worked out here, so that what was just played is seen. */
  private withNewsOf(
    overview: Overview,
    lacking: Promise<ReadonlySet<string>>,
  ): Observable<Overview> {
    return from(lacking).pipe(
      switchMap((waiting) => {
        if (!overview.songs.some(({ id }) => waiting.has(id))) return of(overview);
        const songs = overview.songs.map((song) =>
          waiting.has(song.id) ? this.workOut(song) : of(song),
        );
        return forkJoin(songs).pipe(map((worked) => ({ ...overview, songs: worked })));
      }),
    );
  }

  private workOut(song: OverviewSong): Observable<OverviewSong> {
    return from(this.device.findPlan(song.id)).pipe(
      switchMap((plan) => (plan ? this.withOwn(plan) : EMPTY)),
      switchMap((plan) => this.analysis.overview(plan)),
      map((overview) => ({ ...song, overview })),
      catchError(() => EMPTY),
      // A plan that is not on the device is shown as it was last known.
      defaultIfEmpty(song),
    );
  }
}

/** What is not sent yet reads as the server will tell it. */
function toStored(event: NewEvent, isTeaching: boolean): StoredEvent {
  const told = { ...event, source: isTeaching ? 'teacher' : 'self' };
  return { ...told, receivedAt: event.at } as StoredEvent;
}

function isSame(plan: Plan, news: PlanNews): boolean {
  return plan.version === news.version && plan.revision === news.revision;
}
