import { InjectionToken } from '@angular/core';

/** Makes the worker that listens. */
export const LISTENING_WORKER = new InjectionToken<() => Worker>('listening worker', {
  factory: () => () =>
    new Worker(new URL('./listening.worker', import.meta.url), { type: 'module' }),
});
