import { inject } from '@angular/core';
import { handWords, type HandWords, type Setup } from '@harvu/core/fretboard';
import { CONVENTIONS } from './conventions';

/** Gives the words for strings and frets, as whoever looks says them. */
export function injectHandWords(): (setup: Setup) => HandWords {
  const conventions = inject(CONVENTIONS);
  return (setup) => handWords(conventions(), setup);
}
