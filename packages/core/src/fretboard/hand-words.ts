import type { Conventions } from '../conventions';
import { stringNumber, type Grip } from './grip';
import { noteName, openNotes, type Tuning } from '../pitch';

/** How strings and frets are said to one person on one guitar. */
export interface HandWords {
  readonly string: (place: number) => string;
  readonly fret: (fret: number) => string;
}

/**
 * Makes the words for strings and frets that a person is used to.
 *
 * @example
 * handWords(USUAL_CONVENTIONS, { tuning: STANDARD_TUNING, capo: 2 }).string(0) // 'string 6'
 * @example
 * handWords({ ...USUAL_CONVENTIONS, strings: 'letters', frets: 'nut' }, { tuning: STANDARD_TUNING, capo: 2 }).string(5) // 'the high E string'
 */
export function handWords(
  { strings, frets }: Conventions,
  { tuning, capo }: { readonly tuning: Tuning; readonly capo: number },
): HandWords {
  const names = letters(tuning);
  const shift = frets === 'nut' ? capo : 0;
  return {
    string: (place) =>
      strings === 'letters'
        ? `the ${names[place] ?? ''} string`
        : `string ${tuning.length - place}`,
    fret: (fret) => `fret ${fret + shift}`,
  };
}

/**
 * Gives the words that hold for everybody: strings by number, frets from the capo.
 *
 * @example
 * plainWords(parseGrip('x02210')).string(4) // 'string 2'
 */
export function plainWords(grip: Grip): HandWords {
  return {
    string: (place) => `string ${stringNumber(grip, place)}`,
    fret: (fret) => `fret ${fret}`,
  };
}

/** Letters of the open strings, lowest first; the higher of two alike is written small, as players do. */
function letters(tuning: Tuning): readonly string[] {
  const tones = openNotes(tuning).map((note) => noteName(note).replace(/-?\d$/, ''));
  return tones.map((tone, place) => {
    const isAgain = tones.slice(0, place).includes(tone) && place === tones.length - 1;
    return isAgain
      ? `high ${tone}`
      : tones.includes(tone, place + 1) && place === 0
        ? `low ${tone}`
        : tone;
  });
}
