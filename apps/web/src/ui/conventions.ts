import { InjectionToken, signal, type Signal } from '@angular/core';
import { USUAL_CONVENTIONS, type Conventions } from '@harvu/core/conventions';

/** How whoever looks likes strings, frets and names; the application provides it, parts only read it. */
export const CONVENTIONS = new InjectionToken<Signal<Conventions>>('conventions', {
  factory: () => signal(USUAL_CONVENTIONS),
});
