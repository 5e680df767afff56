import { HttpClient } from '@angular/common/http';
import { DOCUMENT, inject, Injectable, signal } from '@angular/core';
import { checked, newTrySchema, type NewTry, type Problem } from '@harvu/contract';
import {
  catchError,
  concatMap,
  defer,
  EMPTY,
  exhaustMap,
  from,
  fromEvent,
  merge,
  Subject,
  takeWhile,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { toProblem } from './problems';
import { Session } from './session';

interface Waiting {
  readonly planId: string;
  readonly one: NewTry;
}

const RETRY_MS = 15_000;

function isWaiting(value: unknown): value is Waiting {
  const { planId, one } = (value ?? {}) as Partial<Waiting>;
  return typeof planId === 'string' && checked(newTrySchema, one).ok;
}

/** Tells whether sending again can help: no answer, or a server that is not well. */
function isPassing(problem: Problem): boolean {
  return (
    problem.status === 0 ||
    problem.status === 401 ||
    problem.status === 429 ||
    problem.status >= 500
  );
}

/**
 * Keeps tries on the device until the server has them, so that a dropped connection loses none.
 * Each try has its own id, so one that is sent twice is stored once.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly http = inject(HttpClient);
  private readonly session = inject(Session);
  private readonly window = inject(DOCUMENT).defaultView;
  private readonly asked = new Subject<void>();
  private readonly refused = signal<Problem | null>(null);
  private readonly kept = signal<readonly Waiting[]>([]);

  readonly unsent = this.kept.asReadonly();
  /** Why the server would not take a try, when it would not. */
  readonly problem = this.refused.asReadonly();

  constructor() {
    const online = this.window ? fromEvent(this.window, 'online') : EMPTY;
    merge(this.asked, online, timer(0, RETRY_MS))
      .pipe(exhaustMap(() => this.sendAll()))
      .subscribe();
  }

  put(planId: string, one: NewTry): void {
    this.save([...this.load(), { planId, one }]);
    this.asked.next();
  }

  unsentOf(planId: string): readonly NewTry[] {
    return this.load().flatMap((waiting) => (waiting.planId === planId ? [waiting.one] : []));
  }

  private get key(): string {
    return `harvu-tries-${this.session.person()?.id ?? 'nobody'}`;
  }

  private load(): readonly Waiting[] {
    try {
      const kept: unknown = JSON.parse(this.window?.localStorage.getItem(this.key) ?? '[]');
      return Array.isArray(kept) ? kept.filter(isWaiting) : [];
    } catch {
      return [];
    }
  }

  private save(waiting: readonly Waiting[]): void {
    this.window?.localStorage.setItem(this.key, JSON.stringify(waiting));
    this.kept.set(waiting);
  }

  /** Sends in order; stops at the first that gets no answer, and tries again later. */
  private sendAll(): Observable<unknown> {
    if (!this.session.person()) return EMPTY;
    const waiting = this.load();
    this.kept.set(waiting);
    return from(waiting).pipe(
      concatMap((one) => this.send(one)),
      takeWhile((wentOn) => wentOn),
    );
  }

  private send({ planId, one }: Waiting): Observable<boolean> {
    const drop = (): void => this.save(this.load().filter((waiting) => waiting.one.id !== one.id));
    return defer(() => this.http.post(`/api/plans/${planId}/tries`, one)).pipe(
      tap(drop),
      concatMap(() => from([true])),
      catchError((error: unknown) => {
        const problem = toProblem(error);
        if (isPassing(problem)) return from([false]);
        this.refused.set(problem);
        drop();
        return from([true]);
      }),
    );
  }
}
