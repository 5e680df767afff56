import type { HandWords } from '../fretboard';
import type { RiffNote } from './note';

const REACHED: Readonly<Partial<Record<RiffNote['how'], string>>> = {
  hammered: 'hammer to',
  'pulled off': 'pull to',
  'slid up': 'slide up to',
  'slid down': 'slide down to',
};

/** A note with how often it comes in a row. */
interface Run {
  readonly note: RiffNote;
  readonly isWithNext: boolean;
  count: number;
}

/**
 * Says a riff aloud, in a person's own words for strings and frets; a string is said when it changes,
 * and what comes again is counted.
 *
 * @example
 * riffSaid(readRiff('3: 2 h4 2: 3 3', { meterBeats: 4, strings: 6 }).notes, { words: handWords(USUAL_CONVENTIONS, { tuning: STANDARD_TUNING, capo: 0 }), strings: 6 }) // 'string 3 fret 2, hammer to fret 4, string 2 fret 3 twice'
 */
export function riffSaid(
  notes: readonly RiffNote[],
  { words, strings }: { readonly words: HandWords; readonly strings: number },
): string {
  let string = 0;
  const runs = runsOf(notes);
  return runs
    .map(({ note, count, isWithNext }, index) => {
      const reached = REACHED[note.how];
      const isSame = note.string === string;
      string = note.string;
      const where = isSame && !isWithNext ? '' : `${words.string(strings - note.string)} `;
      const how = reached === undefined ? '' : `${reached} `;
      const last = index === runs.length - 1;
      const joint = isWithNext ? ' together with ' : last ? '' : ', ';
      return `${isSame && reached !== undefined ? '' : where}${how}${fretWords(note, words)}${times(count)}${extras(note)}${joint}`;
    })
    .join('');
}

function fretWords(note: RiffNote, words: HandWords): string {
  if (note.how === 'dead') return 'dead';
  const fret = note.fret === 0 ? 'open' : words.fret(note.fret);
  return note.how === 'harmonic' ? `harmonic at ${fret}` : fret;
}

/** How far a string is bent, in the words of who bends it. */
function bentBy(quarterTones: number): string {
  const tones: Readonly<Record<number, string>> = {
    1: 'a quarter-tone',
    2: 'a semitone',
    3: 'three quarter-tones',
    4: 'a whole tone',
    6: 'a tone and a half',
    8: 'two tones',
  };
  return tones[quarterTones] ?? `${quarterTones} quarter-tones`;
}

function extras({ bend, vibrato, palmMuted, rings, swells, optional }: RiffNote): string {
  const said = [
    bend && `bent up ${bentBy(bend.quarterTones)}${bend.isReleased ? ' and let down' : ''}`,
    vibrato && 'with vibrato',
    palmMuted && 'palm-muted',
    rings && 'ringing on',
    swells && 'swelled in',
    optional && 'if you like',
  ].filter(Boolean);
  return said.length === 0 ? '' : ` ${said.join(', ')}`;
}

function times(count: number): string {
  return count === 1 ? '' : count === 2 ? ' twice' : ` ${count} times`;
}

function isAgain(a: RiffNote, b: RiffNote): boolean {
  const isPlain = b.how === 'picked' || b.how === 'dead';
  return (
    isPlain &&
    a.string === b.string &&
    a.fret === b.fret &&
    a.how === b.how &&
    extras(a) === extras(b)
  );
}

function runsOf(notes: readonly RiffNote[]): readonly Run[] {
  const runs: Run[] = [];
  notes.forEach((note, index) => {
    const last = runs.at(-1);
    const isWithNext = notes[index + 1]?.at === note.at;
    if (last && !last.isWithNext && !isWithNext && isAgain(last.note, note)) last.count += 1;
    else runs.push({ note, isWithNext, count: 1 });
  });
  return runs;
}
