import { stringNumber, type Grip } from './grip';
import { noteName, openNotes, type Tuning } from '../pitch';

/** How one person likes strings, frets and names said and drawn; nothing stored depends on it. */
export interface Conventions {
  /** Strings by number, 1 the thinnest, or by the letter of their open note. */
  readonly strings: 'numbers' | 'letters';
  /** Frets counted from the capo, as they are stored, or from the nut. */
  readonly frets: 'capo' | 'nut';
  /** With a capo: which of the two names comes first. */
  readonly names: 'shape' | 'sounding';
  /** Beats counted aloud by syllables, or every slot by its number. */
  readonly counts: 'syllables' | 'numbers';
  /** Diagrams mirrored. */
  readonly leftHanded: boolean;
}

/** What is shown until somebody chooses otherwise. */
export const USUAL_CONVENTIONS: Conventions = {
  strings: 'numbers',
  frets: 'capo',
  names: 'shape',
  counts: 'syllables',
  leftHanded: false,
};

/** How strings and frets are said to one person on one guitar. */
export interface HandWords {
  readonly string: (place: number) => string;
  readonly fret: (fret: number) => string;
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
