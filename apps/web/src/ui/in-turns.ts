import type { Signal } from '@angular/core';
import { computed } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { interval, map, of, pairwise, startWith, switchMap, takeWhile, timer } from 'rxjs';

const TURN_MS = 16;

/**
 * Follows a signal; a value after none comes so many turns later, each a task of its own, so that a
 * page that fills is not drawn all at once. What changes afterwards comes at once: nothing moves under
 * a pointer.
 */
export function turnsLater<T>(source: Signal<T | undefined>, turns: number): Signal<T | undefined> {
  return toSignal(
    toObservable(source).pipe(
      startWith(undefined),
      pairwise(),
      switchMap(([before, now]) =>
        before === undefined && now !== undefined
          ? timer(turns * TURN_MS).pipe(map(() => now))
          : of(now),
      ),
    ),
  );
}

/** Follows a list, some more of it each turn until all of it is there; what is there stays. */
export function grown<T>(all: Signal<readonly T[]>, atOnce: number): Signal<readonly T[]> {
  let shown = atOnce;
  const length = computed(() => all().length);
  const count = toSignal(
    toObservable(length).pipe(
      switchMap((whole) =>
        interval(TURN_MS).pipe(
          map(() => (shown = Math.max(shown, Math.min(whole, shown + atOnce)))),
          startWith(shown),
          takeWhile((now) => now < whole, true),
        ),
      ),
    ),
    { initialValue: atOnce },
  );
  return computed(() => all().slice(0, count()));
}
