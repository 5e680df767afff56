import type { Problem } from '@harvu/contract';
import { catchError, map, of, startWith, switchMap, type Observable } from 'rxjs';
import { toProblem } from './problems';

/** What a page opens: still coming, there, or not to be had. */
export type Opened<T> =
  | { readonly kind: 'loading' }
  | { readonly kind: 'ready'; readonly value: T }
  | { readonly kind: 'failed'; readonly problem: Problem };

export const LOADING: Opened<never> = { kind: 'loading' };

/**
 * Opens what a page shows, anew for each key; an answer that comes after the next key was asked for
 * is let go.
 */
export function opened<Key, T>(
  key$: Observable<Key>,
  load: (key: Key) => Observable<T>,
): Observable<Opened<T>> {
  return key$.pipe(
    switchMap((key) =>
      load(key).pipe(
        map((value): Opened<T> => ({ kind: 'ready', value })),
        startWith(LOADING),
        catchError((error: unknown) =>
          of<Opened<T>>({ kind: 'failed', problem: toProblem(error) }),
        ),
      ),
    ),
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
