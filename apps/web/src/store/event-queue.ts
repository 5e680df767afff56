import { DOCUMENT, inject, Injectable, signal } from '@angular/core';
import type { EventsTaken, NewEvent, Problem } from '@harvu/contract';
import {
  catchError,
  concatMap,
  defer,
  EMPTY,
  exhaustMap,
  from,
  fromEvent,
  map,
  merge,
  of,
  Subject,
  takeWhile,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { toProblem } from '../platform/problems';
import { Session } from '../platform/session';
import { Device, type WaitingEvent } from './device';
import { EventsApi } from './events.api';

const RETRY_MS = 15_000;
/** As many as the server takes at once. */
const BATCH = 200;

/** Tells whether sending again can help: no answer, or a server that is not well. */
function isPassing({ status }: Problem): boolean {
  return status === 0 || status === 401 || status === 429 || status >= 500;
}

function batchesOf(waiting: readonly WaitingEvent[]): readonly (readonly WaitingEvent[])[] {
  const plans = new Set(waiting.map(({ planId }) => planId));
  return [...plans].flatMap((planId) => {
    const all = waiting.filter((one) => one.planId === planId);
    return Array.from({ length: Math.ceil(all.length / BATCH) }, (_, index) =>
      all.slice(index * BATCH, (index + 1) * BATCH),
    );
  });
}

type Refused = EventsTaken['refused'][number];

/**
 * Keeps what happened on the device until the server has it, so that a dropped connection loses none;
 * what the server refuses stays here, too, with its reason. Each event has its own id, so one that is
 * sent twice is stored once.
 */
@Injectable({ providedIn: 'root' })
export class EventQueue {
  private readonly device = inject(Device);
  private readonly api = inject(EventsApi);
  private readonly session = inject(Session);
  private readonly window = inject(DOCUMENT).defaultView;
  private readonly asked = new Subject<void>();
  private readonly kept = signal<readonly WaitingEvent[]>([]);
  private keptBy = '';
  private readonly refusal = signal<Problem | null>(null);

  /** What waits to be sent. */
  readonly unsent = this.kept.asReadonly();
  /** Why the server would not take something, when it would not. */
  readonly problem = this.refusal.asReadonly();

  constructor() {
    const online = this.window ? fromEvent(this.window, 'online') : EMPTY;
    merge(this.asked, online, timer(0, RETRY_MS))
      .pipe(exhaustMap(() => this.sendAll()))
      .subscribe();
  }

  /** Keeps an event and has it sent; the promise is kept once it stands on the device. */
  async put(planId: string, event: NewEvent): Promise<void> {
    const waiting = { id: event.id, planId, event };
    this.noticePerson();
    this.kept.update((all) => [...all, waiting]);
    try {
      await this.device.keepEvent(waiting);
    } finally {
      this.asked.next();
    }
  }

  /** The events of a plan that only this device has, those refused too. */
  async unsentOf(planId: string): Promise<readonly NewEvent[]> {
    const all = await this.all();
    return all.flatMap((one) => (one.planId === planId ? [one.event] : []));
  }

  /** The plans that something on this device belongs to and the server does not have. */
  async plansWaiting(): Promise<ReadonlySet<string>> {
    const all = await this.all();
    return new Set(all.map((one) => one.planId));
  }

  /** Sends what waits, in order; stops at the first that gets no answer, and tries again later. */
  private sendAll(): Observable<unknown> {
    if (!this.session.person()) return EMPTY;
    return defer(() => this.all()).pipe(
      map((all) => all.filter((one) => !one.refused)),
      tap((waiting) => this.kept.set(waiting)),
      concatMap((waiting) => from(batchesOf(waiting))),
      concatMap((batch) => this.send(batch)),
      takeWhile((wentOn) => wentOn),
    );
  }

  /** What is on the device; where the browser keeps nothing, what is in memory. */
  private async all(): Promise<readonly WaitingEvent[]> {
    this.noticePerson();
    const stored = await this.device.events();
    const known = new Set(stored.map((one) => one.id));
    const all = [...stored, ...this.kept().filter((one) => !known.has(one.id))];
    return all.sort((a, b) => a.event.at.localeCompare(b.event.at));
  }

  /** Nothing of the person before is seen or sent by the next. */
  private noticePerson(): void {
    const id = this.session.person()?.id ?? '';
    if (id === this.keptBy) return;
    this.keptBy = id;
    this.kept.set([]);
  }

  /** Sends one plan's events; tells whether to go on with the next. */
  private send(batch: readonly WaitingEvent[]): Observable<boolean> {
    const events = batch.map((one) => one.event);
    return this.api.send(batch[0]?.planId ?? '', events).pipe(
      map(({ refused }): readonly Refused[] => refused),
      catchError((error: unknown) => {
        const problem = toProblem(error);
        return isPassing(problem) ? of(null) : of(batch.map(({ id }) => ({ id, problem })));
      }),
      concatMap((refused) => (refused ? this.settle(batch, refused) : of(false))),
    );
  }

  private async settle(
    batch: readonly WaitingEvent[],
    refused: readonly Refused[],
  ): Promise<boolean> {
    const why = new Map(refused.map(({ id, problem }) => [id, problem]));
    await Promise.all(
      batch.map((one) => {
        const problem = why.get(one.id);
        return problem
          ? this.device.keepEvent({ ...one, refused: problem })
          : this.device.forget('events', one.id);
      }),
    );
    const sent = new Set(batch.map((one) => one.id));
    this.kept.update((all) => all.filter((one) => !sent.has(one.id)));
    const [first] = refused;
    if (first) this.refusal.set(first.problem);
    return true;
  }
}
