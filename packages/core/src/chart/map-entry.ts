import type { MapEntry } from '../song';
import { readLayer } from './layer-word';
import { readTempos, writeTempos } from './tempo-words';

/** The most times anything is played in a row. */
export const MOST_TIMES = 64;
const MOST_SEMITONES = 11;
const LONGEST_NAME = 60;

type SaidEntry = Partial<Omit<MapEntry, 'section'>>;

/** What may be said behind the name of a section on the map, and how it is read; undefined where it is out of bounds. */
const OPTIONS: readonly (readonly [RegExp, (words: readonly string[]) => SaidEntry | undefined])[] =
  [
    [/\s+x(\d{1,2})(\?)?$/, ([times = '', doubt]) => readTimes(Number(times), doubt)],
    [/\s+(once)$/, () => ({ once: true })],
    [/\s+([+-]\d{1,2})$/, ([semitones = '']) => readMove(Number(semitones))],
    [/\s+layer\s+([a-z]+)$/, ([word = '']) => withLayer(word)],
    [/\s+tempo\s+(\d{2,3})(?:\s+to\s+(\d{2,3}))?$/, ([from = '', to]) => readTempos(from, to)],
    [/\s+until\s+"([^"]{1,80})"$/, ([until = '']) => ({ until })],
    [/\s+(fade)$/, () => ({ fade: true })],
  ];

/**
 * Tells whether a name would be taken for something else on the map: for an option, for a section that
 * is played sometimes, or for several sections.
 *
 * @example
 * isTakenOnMap('Verse x2') // true
 */
export function isTakenOnMap(name: string): boolean {
  return /[",]|^\(.*\)$/.test(name) || OPTIONS.some(([form]) => form.test(` ${name}`));
}

/** "(Bridge)" or "(Bridge x2)": played sometimes; what stands behind the bracket holds too. */
const SOMETIMES = /^\(([^()]*(?:\([^()]*\))?[^()]*)\)(.*)$/;

/** Reads a whole map, its entries between commas that stand in no quotation; undefined where one cannot be read. */
export function readMap(text: string): readonly MapEntry[] | undefined {
  const entries = (text.match(/(?:"[^"]*"|[^,"])+|(?<=,)(?=,)/g) ?? []).map(readMapEntry);
  const isRead = entries.every((entry) => entry !== undefined);
  return isRead && !/,\s*(,|$)/.test(text.replace(/"[^"]*"/g, '')) ? entries : undefined;
}

/**
 * Writes one entry of the map as it is read.
 *
 * @example
 * writeMapEntry({ section: 'Chorus 1', times: 2, semitones: 2 }) // 'Chorus 1 x2 +2'
 */
export function writeMapEntry(entry: MapEntry): string {
  const { section, times, timesDoubt, once, semitones, layer, until, fade, sometimes } = entry;
  const words = [
    sometimes ? `(${section})` : section,
    times > 1 || timesDoubt ? `x${times}${timesDoubt ? '?' : ''}` : '',
    once ? 'once' : '',
    semitones === undefined ? '' : `${semitones > 0 ? '+' : ''}${semitones}`,
    layer === undefined ? '' : `layer ${layer}`,
    writeTempos(entry),
    until === undefined ? '' : `until "${until}"`,
    fade ? 'fade' : '',
  ];
  return words.filter(Boolean).join(' ');
}

function readTimes(times: number, doubt: string | undefined): SaidEntry | undefined {
  if (times < 1 || times > MOST_TIMES) return undefined;
  return { times, ...(doubt && { timesDoubt: true as const }) };
}

function readMove(semitones: number): SaidEntry | undefined {
  return semitones !== 0 && Math.abs(semitones) <= MOST_SEMITONES ? { semitones } : undefined;
}

function withLayer(word: string): SaidEntry | undefined {
  const layer = readLayer(word);
  return layer && { layer };
}

/** Reads one entry of the map, such as "Chorus 1 x2" or "Vamp x4 until "back in""; undefined where it is none. */
function readMapEntry(text: string): MapEntry | undefined {
  const [, inside, behind = ''] = SOMETIMES.exec(text.trim()) ?? [];
  let rest = inside === undefined ? text.trim() : `${inside.trim()}${behind}`;
  let said: SaidEntry = inside === undefined ? {} : { sometimes: true };
  for (;;) {
    const option = OPTIONS.find(([form]) => form.test(rest));
    // No section is called by more letters; what is longer is told as one that is not written.
    if (!option)
      return rest === '' ? undefined : { section: rest.slice(0, LONGEST_NAME), times: 1, ...said };
    const [form, read] = option;
    const match = form.exec(rest);
    const one = match && read(match.slice(1));
    if (!one) return undefined;
    // What stands nearer to the name was said first and holds.
    said = { ...said, ...one };
    rest = rest.slice(0, match.index);
  }
}
