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
  last,
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
import { GoingOn } from './going-on';

const RETRY_MS = 15_000;
/** As many as the server takes at once. */
const BATCH = 200;

/** What the studio itself says of what it will not take; anything else was said by something in between. */
const REFUSALS: readonly string[] = ['bad-request', 'not-allowed', 'not-found', 'conflict'];

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
  private readonly goingOn = inject(GoingOn);
  private readonly window = inject(DOCUMENT).defaultView;
  private readonly asked = new Subject<void>();
  private readonly kept = signal<readonly WaitingEvent[]>([]);
  private keptBy = '';
  /** What was refused is sent once more whenever somebody opens Harvu: a clock or a plan may be right by now. */
  private hasTriedAgain = false;
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

  /** The events of a plan that what is kept of it here may lack: those that wait, were refused, or were just sent. */
  async newsOf(planId: string): Promise<readonly NewEvent[]> {
    const all = await this.all();
    return all.flatMap((one) => (one.planId === planId ? [one.event] : []));
  }

  /** The plans of which the server lacks something that is here. */
  async plansWaiting(): Promise<ReadonlySet<string>> {
    const all = await this.all();
    return new Set(all.flatMap((one) => (one.isSent ? [] : [one.planId])));
  }

  /** The plans of which what is kept here may lack something, too. */
  async plansWithNews(): Promise<ReadonlySet<string>> {
    const all = await this.all();
    return new Set(all.map((one) => one.planId));
  }

  /** What the server tells of a plan is kept here now: what was sent and stands in it need not be. */
  async forgetSeen(planId: string, seen: ReadonlySet<string>): Promise<void> {
    const all = await this.all();
    const gone = all.filter((one) => one.planId === planId && one.isSent && seen.has(one.id));
    await Promise.all(gone.map(({ id }) => this.device.forget('events', id)));
  }

  /** Sends what waits, in order; stops at the first that gets no answer, and tries again later. */
  private sendAll(): Observable<unknown> {
    if (!this.session.person()) return EMPTY;
    return defer(() => this.takeLeft()).pipe(
      concatMap(() => this.all()),
      map((all) => all.filter((one) => !one.isSent && (!one.refused || !this.hasTriedAgain))),
      tap((waiting) => {
        this.hasTriedAgain = true;
        this.kept.set(waiting);
      }),
      concatMap((waiting) => from(batchesOf(waiting))),
      concatMap((batch) => this.send(batch)),
      takeWhile((wentOn) => wentOn),
    );
  }

  /** Time that was played in a page that is gone since counts like any other. */
  private async takeLeft(): Promise<void> {
    for (const { page, planId, event } of this.goingOn.left()) {
      const waiting = { id: event.id, planId, event };
      await this.device.keepEvent(waiting).catch(() => undefined);
      this.kept.update((all) => [...all.filter(({ id }) => id !== event.id), waiting]);
      this.goingOn.drop(page);
    }
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
    this.hasTriedAgain = false;
    this.kept.set([]);
  }

  /** Sends one plan's events; tells whether to go on with the next. */
  private send(batch: readonly WaitingEvent[]): Observable<boolean> {
    const events = batch.map((one) => one.event);
    return this.api.send(batch[0]?.planId ?? '', events).pipe(
      concatMap(({ refused }) => this.settle(batch, refused)),
      catchError((error: unknown) => this.refused(batch, toProblem(error))),
    );
  }

  /** One event that cannot be read holds none of the others up. */
  private refused(batch: readonly WaitingEvent[], problem: Problem): Observable<boolean> {
    if (isPassing(problem)) return of(false);
    if (batch.length === 1)
      return from(
        this.settle(
          batch,
          batch.map(({ id }) => ({ id, problem })),
        ),
      );
    return from(batch).pipe(
      concatMap((one) => this.send([one])),
      takeWhile((wentOn) => wentOn, true),
      last(),
    );
  }

  private async settle(
    batch: readonly WaitingEvent[],
    refused: readonly Refused[],
  ): Promise<boolean> {
    const why = new Map(refused.map(({ id, problem }) => [id, problem]));
    await Promise.all(
      batch.map((one) => {
        const { refused: _refused, ...sent } = one;
        const problem = why.get(one.id);
        const settled: WaitingEvent = problem
          ? { ...sent, refused: problem }
          : { ...sent, isSent: true };
        // A browser that keeps nothing has nothing to lack it in.
        return this.device.keepEvent(settled).catch(() => undefined);
      }),
    );
    const sent = new Set(batch.map((one) => one.id));
    this.kept.update((all) => all.filter((one) => !sent.has(one.id)));
    const [first] = refused;
    if (first) this.refusal.set(first.problem);
    return true;
  }
}

/** Tells whether sending again can help: no answer, a server that is not well, or a word not its own. */
function isPassing({ code }: Problem): boolean {
  return !REFUSALS.includes(code);
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
