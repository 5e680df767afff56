import { midi, type Midi } from '../units';
import { noteName, parseNote } from './note';
import { NAMED_TUNINGS } from './named-tunings.data';
import { parseTone } from './pitch-class';

/** The open strings as note names, lowest string first; 4 to 8 of them. */
export type Tuning = readonly string[];

/** Six strings as most guitars are tuned. */
export const STANDARD_TUNING: Tuning = ['E2', 'A2', 'D3', 'G3', 'B3', 'E4'];
const FEWEST_STRINGS = 4;
const MOST_STRINGS = 8;
/** The usual open notes by number of strings; a tuning written without octaves is laid beside them. */
const USUAL: Readonly<Record<number, readonly number[]>> = {
  4: [50, 55, 59, 64],
  5: [45, 50, 55, 59, 64],
  6: [40, 45, 50, 55, 59, 64],
  7: [35, 40, 45, 50, 55, 59, 64],
  8: [30, 35, 40, 45, 50, 55, 59, 64],
};

/**
 * Reads a tuning written low to high, with or without octaves ("D A D G B E", "DADGAD"), or by its name
 * ("drop D"); undefined for an unknown note or fewer than 4 or more than 8 strings.
 *
 * @example
 * parseTuning('D A D G B E') // ['D2', 'A2', 'D3', 'G3', 'B3', 'E4']
 * @example
 * parseTuning('D A H G') // undefined
 */
export function parseTuning(text: string): Tuning | undefined {
  const words = (namedTuning(text) ?? spelledOut(text)).split(/[\s,-]+/);
  if (words.length < FEWEST_STRINGS || words.length > MOST_STRINGS) return undefined;
  const usual = USUAL[words.length] ?? [];
  const notes = words.map((word, index) => {
    const note = parseNote(word);
    const tone = parseTone(word);
    return note ?? (tone === undefined ? undefined : nearest(tone, usual[index] ?? 40));
  });
  const signs = words.some((word) => /[b♭]/.test(word.slice(1))) ? 'flats' : 'sharps';
  return notes.every((note) => note !== undefined)
    ? notes.map((note) => noteName(note, signs))
    : undefined;
}

/**
 * Writes a tuning without octaves where that reads back the same, else with them.
 *
 * @example
 * formatTuning(['D2', 'A2', 'D3', 'G3', 'B3', 'E4']) // 'D A D G B E'
 */
export function formatTuning(tuning: Tuning): string {
  const bare = tuning.map((note) => note.replace(/-?\d$/, '')).join(' ');
  const same = parseTuning(bare)?.join() === tuning.join();
  return same ? bare : tuning.join(' ');
}

/**
 * Gives the open notes of a tuning as MIDI numbers, lowest string first; a note that cannot be
 * read counts as the low E, 40.
 *
 * @example
 * openNotes(['E2', 'A2', 'D3', 'G3', 'B3', 'E4']) // [40, 45, 50, 55, 59, 64]
 */
export function openNotes(tuning: Tuning): readonly Midi[] {
  return tuning.map((name) => parseNote(name) ?? midi(40));
}

/**
 * Gives what a tuning is called where it has a name, else its notes.
 *
 * @example
 * tuningName(['D2', 'A2', 'D3', 'G3', 'B3', 'E4']) // 'drop D'
 */
export function tuningName(tuning: Tuning): string {
  const written = tuning.join();
  const name = Object.keys(NAMED_TUNINGS).find((one) => parseTuning(one)?.join() === written);
  if (name === undefined) return formatTuning(tuning).replaceAll('#', '♯').replaceAll(/b/g, '♭');
  // A last word such as "d", "c#" or "dm" is a note; "down" says how far.
  return name.replace(/\b[a-g][b#]?m?$/, (note) =>
    (note.charAt(0).toUpperCase() + note.slice(1)).replace('#', '♯').replace(/b$/, '♭'),
  );
}

function nearest(tone: number, usual: number): Midi {
  const up = (((tone - usual) % 12) + 12) % 12;
  return midi(up > 6 ? usual + up - 12 : usual + up);
}

/** A name as people say it: "Dropped D tuning", "1/2 step down", "tuned down a whole step". */
function namedTuning(text: string): string | undefined {
  const said = text
    .toLowerCase()
    .replace(/\b(tuning|tuned|guitar|down by|a|an)\b/g, ' ')
    .replace(/dropped/g, 'drop')
    .replace(/1\/2|one half|½/g, 'half')
    .replace(/full step|two half steps|1 step|tone/g, 'whole step')
    .replace(/semitone/g, 'half step')
    .replace(/♭/g, 'b')
    .replace(/♯/g, '#')
    .replace(/[-\s]+/g, ' ')
    .trim()
    .replace(/^down (half|whole) step$/, '$1 step down');
  return Object.hasOwn(NAMED_TUNINGS, said) ? NAMED_TUNINGS[said] : undefined;
}

/** "DADGAD" in one word: each letter a string, with its sign; a small b behind a large letter is a flat. */
function spelledOut(text: string): string {
  const plain = text.trim();
  const isOneWord = /^[A-G#b♯♭]{4,16}$/i.test(plain);
  const note = /[A-G]/.test(plain) ? /[A-G][#b♯♭]?/g : /[a-g][#♯♭]?/g;
  const notes = isOneWord ? plain.match(note) : null;
  if (notes?.join('') !== plain) return plain;
  return notes.map((one) => one.charAt(0).toUpperCase() + one.slice(1)).join(' ');
}
