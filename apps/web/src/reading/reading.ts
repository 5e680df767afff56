import { DestroyRef, inject, Injectable, InjectionToken } from '@angular/core';
import { wrap, type Remote } from 'comlink';
import type { readingTasks } from './reading-tasks';

/** Makes the worker that reads tables and calendars. */
export const READING_WORKER = new InjectionToken<() => Worker>('reading worker', {
  factory: () => () => new Worker(new URL('./reading.worker', import.meta.url), { type: 'module' }),
});

/** Reads tables and calendars beside the page, so that nothing stands still meanwhile. */
@Injectable()
export class Reading {
  private readonly create = inject(READING_WORKER);
  private thread: Worker | undefined;
  private remote: Remote<typeof readingTasks> | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  get tasks(): Remote<typeof readingTasks> {
    this.thread ??= this.create();
    this.remote ??= wrap<typeof readingTasks>(this.thread);
    return this.remote;
  }

  /** Ends whatever is being read. */
  stop(): void {
    this.thread?.terminate();
    this.thread = undefined;
    this.remote = undefined;
  }
}
