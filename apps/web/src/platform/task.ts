import { inject, signal, DestroyRef } from '@angular/core';
import type { Problem } from '@harvu/contract';
import { catchError, concatMap, EMPTY, finalize, Subject, type Observable } from 'rxjs';
import { toProblem } from './problems';

/**
 * What is asked of the server at somebody's word: one thing after the other, with what went wrong last.
 * Made while a part of the page is; what is asked is still done when that part is gone.
 */
export class Task {
  private readonly asked = new Subject<Observable<unknown>>();
  private readonly failed = signal<Problem | null>(null);
  private readonly waiting = signal(0);

  readonly problem = this.failed.asReadonly();
  /** How much is under way or waits. */
  readonly count = this.waiting.asReadonly();

  constructor() {
    this.asked.pipe(concatMap((work) => this.done(work))).subscribe();
    inject(DestroyRef).onDestroy(() => this.asked.complete());
  }

  run(work: Observable<unknown>): void {
    this.failed.set(null);
    this.waiting.update((count) => count + 1);
    this.asked.next(work);
  }

  private done(work: Observable<unknown>): Observable<unknown> {
    return work.pipe(
      catchError((error: unknown) => {
        this.failed.set(toProblem(error));
        return EMPTY;
      }),
      finalize(() => this.waiting.update((count) => count - 1)),
    );
  }
}
