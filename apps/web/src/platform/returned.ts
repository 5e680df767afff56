import { DOCUMENT, inject } from '@angular/core';
import { filter, fromEvent, merge, throttleTime, type Observable } from 'rxjs';

/** Sooner than this nothing has changed. */
const OFTENEST_MS = 5000;

/**
 * Tells whenever somebody comes back to the page: another device or tab may have gone on meanwhile. It is called
 * where things are injected.
 */
export function returned(): Observable<unknown> {
  const document = inject(DOCUMENT);
  const window = document.defaultView ?? document;
  return merge(fromEvent(window, 'focus'), fromEvent(document, 'visibilitychange')).pipe(
    filter(() => document.visibilityState === 'visible'),
    throttleTime(OFTENEST_MS),
  );
}
