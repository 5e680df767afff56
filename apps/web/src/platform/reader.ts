import { computed, inject, InjectionToken, type Signal } from '@angular/core';
import type { Reader } from '@harvu/core/words';
import { Session } from './session';
import { dayWords } from '../ui/day-label';

/** Whoever is here: sentences are made for them. */
export const READER = new InjectionToken<Signal<Reader>>('reader', {
  factory: () => {
    const session = inject(Session);
    return computed(() => ({
      who: session.isTeaching() ? 'teacher' : session.isChild() ? 'child' : 'student',
      told: dayWords,
    }));
  },
});
