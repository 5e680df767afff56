/** What is no tab, and in which line, from 1: a line that is none, or strings that are missing. */
export interface TabFault {
  readonly code: 'tab-line' | 'tab-strings';
  readonly line: number;
  readonly message: string;
}

/** Lines of tab as a riff; its rhythm is a guess from how wide it is written. */
export interface TabReading {
  /** The body of a riff. */
  readonly riff: string;
  /** The tuning its lines are named for, lowest first, where they are. */
  readonly tuning?: readonly string[];
  readonly guessed: true;
  readonly faults: readonly TabFault[];
}

const LINE = /^\s*([A-Ga-g][#b♯♭]?)?\s*[|:]?(.*-.*)$/;

const NOTE = /\(?([hp/\\s]?)(\d{1,2}|[xX])(?:[b^](\d{1,2})?(r\d{0,2})?)?(~+|v)?\)?/g;
/** A bend that does not say how far is a whole tone. */
const WHOLE_TONE = 4;
const MOST_BENT = 8;
const MOST_SLOTS = 32;
const REACHED: Readonly<Record<string, string>> = { h: 'h', p: 'p', '/': '/', '\\': '\\', s: '/' };

interface TabNote {
  readonly column: number;
  readonly string: number;
  readonly word: string;
}

interface TabLine {
  readonly name: string;
  readonly bars: readonly string[];
}

/**
 * Reads lines of tab, the thinnest string on top, into the body of a riff: columns become slots, so the
 * rhythm is a guess. What is no line of tab is told by its number, from 1.
 *
 * @example
 * readTab('e|--0-|\nB|1---|\nG|----|\nD|----|\nA|----|\nE|----|').riff // '2:1 1:0'
 */
export function readTab(text: string): TabReading {
  const rows = text.split('\n').map((line, index) => ({ line, index, read: lineOf(line) }));
  const faults = rows
    .filter(({ line, read }) => line.trim() !== '' && !read)
    .map(({ index }): TabFault => ({
      code: 'tab-line',
      line: index + 1,
      message: 'This is no line of tab. Write one line for each string, as e|--0-3--|.',
    }));
  const lines = rows.flatMap(({ read }) => read ?? []);
  const strings = lines.length >= 4 && lines.length <= 8 ? lines.length : 6;
  const systems = Array.from({ length: Math.floor(lines.length / strings) }, (_, at) =>
    lines.slice(at * strings, (at + 1) * strings),
  );
  const bars = systems.flatMap((system) => {
    const count = Math.max(0, ...system.map((line) => line.bars.length));
    return Array.from({ length: count }, (_, at) => barText(system, at));
  });
  const names = (systems[0] ?? []).map((line) => line.name).reverse();
  const tuning =
    names.every((name) => name !== '') && names.length > 0 ? names.map(capital) : undefined;
  if (lines.length % strings !== 0) {
    faults.push({
      code: 'tab-strings',
      line: rows.length,
      message: `There are ${lines.length} lines; write one for each of ${strings} strings.`,
    });
  }
  return { riff: bars.join(' | '), ...(tuning && { tuning }), guessed: true, faults };
}
/** A fret with how it is reached, what it is bent to and let down to, and whether it shakes. */
/** A string of tab, its name apart; null for any other line. Without a dash there is none to be looked for. */
function partsOfLine(line: string): RegExpExecArray | null {
  return line.includes('-') ? LINE.exec(line.trimStart()) : null;
}

function lineOf(text: string): TabLine | undefined {
  const match = partsOfLine(text);
  if (!match) return undefined;
  const [, name = '', rest = ''] = match;
  const bars = rest.split(/[|‖]+/);
  return {
    name,
    bars: bars.filter((bar, index) => bar.trim() !== '' || (index > 0 && index < bars.length - 1)),
  };
}

function notesIn(bar: string, string: number): readonly TabNote[] {
  return [...bar.matchAll(NOTE)].map((found) => {
    const [, sign = '', fret = '', to, released, shakes] = found;
    // Where a sign is written, the number begins behind it.
    const column = found.index + found[0].indexOf(fret);
    const isBent = /[b^]/.test(found[0]);
    const far = to === undefined ? WHOLE_TONE : 2 * (Number(to) - Number(fret));
    const bend = isBent && far > 0 && far <= MOST_BENT ? `b${far}${released ? 'r' : ''}` : '';
    const word = `${REACHED[sign] ?? ''}${fret.toLowerCase()}${bend}${shakes ? 'v' : ''}`;
    return { column, string, word };
  });
}

function divisor(a: number, b: number): number {
  return b === 0 ? a : divisor(b, a % b);
}

/** How many slots a bar is cut into: by the widest step that meets every column, few enough to count. */
function gridOf(
  columns: readonly number[],
  width: number,
): { readonly first: number; readonly step: number; readonly slots: number } {
  const [first = 0] = columns;
  const step = Math.max(
    1,
    columns.reduce((all, column) => divisor(all, column - first), 0) || width,
  );
  const slots = Math.max(1, Math.round((width - first) / step));
  return slots <= MOST_SLOTS
    ? { first, step, slots }
    : { first, step: (width - first) / MOST_SLOTS, slots: MOST_SLOTS };
}

function barText(lines: readonly TabLine[], at: number): string {
  const bars = lines.map((line) => line.bars[at] ?? '');
  const notes = bars.flatMap((bar, index) => notesIn(bar, index + 1));
  if (notes.length === 0) return '-';
  const byColumn = new Map<number, TabNote[]>();
  for (const note of notes) byColumn.set(note.column, [...(byColumn.get(note.column) ?? []), note]);
  const columns = [...byColumn.keys()].sort((a, b) => a - b);
  const { first, step, slots } = gridOf(columns, Math.max(...bars.map((bar) => bar.length)));
  const tokens = Array.from({ length: slots }, () => '.');
  for (const column of columns) {
    const here = (byColumn.get(column) ?? []).sort((a, b) => b.string - a.string);
    const slot = Math.min(slots - 1, Math.round((column - first) / step));
    tokens[slot] = here.map((one) => `${one.string}:${one.word}`).join('+');
  }
  return tokens.join(' ');
}

function capital(name: string): string {
  return name.charAt(0).toUpperCase() + name.slice(1);
}
