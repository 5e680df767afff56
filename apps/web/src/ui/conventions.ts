import { inject, InjectionToken, signal, type Signal } from '@angular/core';
import {
  handWords,
  USUAL_CONVENTIONS,
  type Conventions,
  type HandWords,
  type Setup,
} from '@harvu/core/fretboard';

/** How whoever looks likes strings, frets and names; the application provides it, parts only read it. */
export const CONVENTIONS = new InjectionToken<Signal<Conventions>>('conventions', {
  factory: () => signal(USUAL_CONVENTIONS),
});

/** Gives the words for strings and frets, as whoever looks says them. */
export function injectHandWords(): (setup: Setup) => HandWords {
  const conventions = inject(CONVENTIONS);
  return (setup) => handWords(conventions(), setup);
}
