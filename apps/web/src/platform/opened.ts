import type { Problem } from '@harvu/contract';
import { catchError, EMPTY, map, merge, of, startWith, switchMap, type Observable } from 'rxjs';
import { toProblem } from './problems';

/** What a page opens: still coming, there, or not to be had. */
export type Opened<T> =
  | { readonly kind: 'loading' }
  | { readonly kind: 'ready'; readonly value: T }
  | { readonly kind: 'failed'; readonly problem: Problem };

export const LOADING: Opened<never> = { kind: 'loading' };

/**
 * Opens what a page shows, anew for each key; an answer that comes after the next key was asked for
 * is let go. Each time `again$` says so it is loaded once more; what is shown stays until that is there, and
 * stays where it fails.
 */
export function opened<Key, T>(
  key$: Observable<Key>,
  load: (key: Key) => Observable<T>,
  again$: Observable<unknown> = EMPTY,
): Observable<Opened<T>> {
  const toReady = map((value: T): Opened<T> => ({ kind: 'ready', value }));
  return key$.pipe(
    switchMap((key) => {
      const first = load(key).pipe(
        toReady,
        startWith(LOADING),
        catchError((error: unknown) =>
          of<Opened<T>>({ kind: 'failed', problem: toProblem(error) }),
        ),
      );
      const later = again$.pipe(
        switchMap(() =>
          load(key).pipe(
            toReady,
            catchError(() => EMPTY),
          ),
        ),
      );
      return merge(first, later);
    }),
  );
}

/** Gives what is there; undefined while it is not. */
export function valueOf<T>(opened: Opened<T>): T | undefined {
  return opened.kind === 'ready' ? opened.value : undefined;
}

/** Gives why it is not there; null while nothing has failed. */
export function problemOf(opened: Opened<unknown>): Problem | null {
  return opened.kind === 'failed' ? opened.problem : null;
}
