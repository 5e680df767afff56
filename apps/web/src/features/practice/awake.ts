import { DestroyRef, DOCUMENT, effect, inject, type Signal } from '@angular/core';

/** Keeps the screen from going dark while something plays; where the browser cannot, it may go dark. */
export function keepAwake(isPlaying: Signal<boolean>): void {
  const lock = inject(DOCUMENT).defaultView?.navigator.wakeLock;
  let held: Promise<WakeLockSentinel | undefined> | undefined;
  const letGo = (): void => {
    void held?.then((sentinel) => sentinel?.release());
    held = undefined;
  };
  effect(() => {
    if (isPlaying()) held ??= lock?.request('screen').catch(() => undefined);
    else letGo();
  });
  inject(DestroyRef).onDestroy(letGo);
}
