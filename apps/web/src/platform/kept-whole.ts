import { ApplicationRef, DOCUMENT, inject, isDevMode } from '@angular/core';

/** However busy a page is, it is kept after this time. */
const LATEST_MS = 5000;

/**
 * Lets the framework's worker keep the whole application on the device, once the page has settled: what is kept
 * for later must not hold up what is shown now. A browser that keeps nothing is like one that was never asked.
 */
export function keepWhole(): void {
  const worker = inject(DOCUMENT).defaultView?.navigator.serviceWorker;
  if (isDevMode() || !worker) return;
  const late = new Promise((resolve) => setTimeout(resolve, LATEST_MS));
  void Promise.race([inject(ApplicationRef).whenStable(), late])
    .then(() => worker.register('ngsw-worker.js'))
    .catch(() => undefined);
}
