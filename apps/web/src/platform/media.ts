import { DOCUMENT, inject, signal, type Signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { fromEvent } from 'rxjs';

/** Tells whether a media query holds, now and whenever that changes. */
export function mediaMatches(query: string): Signal<boolean> {
  const list = inject(DOCUMENT).defaultView?.matchMedia(query);
  const matches = signal(list?.matches ?? false);
  if (list) {
    fromEvent<MediaQueryListEvent>(list, 'change')
      .pipe(takeUntilDestroyed())
      .subscribe((event) => {
        matches.set(event.matches);
      });
  }
  return matches.asReadonly();
}
