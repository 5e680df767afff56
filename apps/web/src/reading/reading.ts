import { DestroyRef, inject, Injectable, InjectionToken } from '@angular/core';
import type { Remote } from 'comlink';
import { WorkerOwner } from '../platform/worker-owner';
import type { readingTasks } from './reading-tasks';

type ReadingTasks = typeof readingTasks;

/** Makes the worker that reads tables and calendars. */
export const READING_WORKER = new InjectionToken<() => Worker>('reading worker', {
  factory: () => () => new Worker(new URL('./reading.worker', import.meta.url), { type: 'module' }),
});

/** Reads tables and calendars beside the page, so that nothing stands still meanwhile. */
@Injectable()
export class Reading {
  private readonly worker = new WorkerOwner<ReadingTasks>(inject(READING_WORKER));

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  ask<Answer>(question: (tasks: Remote<ReadingTasks>) => Answer): Promise<Awaited<Answer>> {
    return this.worker.ask(question);
  }

  /** Ends whatever is being read. */
  stop(): void {
    this.worker.stop();
  }
}
