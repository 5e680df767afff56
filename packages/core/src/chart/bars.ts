import { toPlainSigns } from '../pitch';
import { formatMeter, parseMeter, type Meter } from '../rhythm';
import { HELD, type Bar, type ChordMark } from '../song';
import { chordAsTyped, type Letters } from '../loose';

/** A bar read from text, with the column it starts at, counted from 1. */
export interface ReadBar {
  readonly bar: Bar;
  readonly column: number;
}

/** A bar that could not be read. */
export interface BarFault {
  readonly code: 'bar-empty' | 'chord-unread';
  readonly column: number;
  readonly message: string;
  /** What stood there. */
  readonly text: string;
}

/** What a line of bars gave: the bars, and what was wrong in it. */
export interface ReadBars {
  readonly bars: readonly ReadBar[];
  readonly faults: readonly BarFault[];
}

const TOKEN = /\S+/g;
/** "(C/B)" or "(C/B)?": a token that begins with a parenthesis and ends with its partner. */
const OPTIONAL = /^\((.+)\)([?!]{0,2})$/;
const CHORD_TOKEN = /^(-|N\.C\.|[^?!.%|]{1,37}?)([?!]{0,2})$/;
const MOST_CHORDS = 32;
/** A bar that could not be read: silent, and marked for listening. */
const UNREAD: Bar = { id: '', chords: [{ name: '-', span: 1, doubt: true }] };

const NO_CHORD = /^n\.?c\.?$/i;

/** "2/4:" before the first chord of a bar. */
const BAR_METER = /^(\d{1,2}\/\d{1,2}(?:\s*\([\d+]+\))?)\s*:\s*(.*)$/;

/** What holds for a whole line of bars. */
interface LineOfBars extends Letters {
  /** Said for the line: that of each bar that says none. */
  readonly meter?: Meter | undefined;
}

/**
 * Reads the bars between bar lines; `offset` is how many characters stand before `text` in its line.
 * An unclosed last bar counts. Nothing between two adjoining bar lines is no bar.
 *
 * @example
 * readBars('| G . A D | % |', 0).bars.length // 2
 */
export function readBars(text: string, offset: number, line: LineOfBars = {}): ReadBars {
  const bars: ReadBar[] = [];
  const faults: BarFault[] = [];
  let column = offset + 1;
  const pieces = text.split('|');
  for (const [index, piece] of pieces.entries()) {
    const isBetween = index > 0 && (index < pieces.length - 1 || piece.trim() !== '');
    if (isBetween && piece !== '') {
      const isEmpty = piece.trim() === '';
      const at = isEmpty ? column : column + (piece.length - piece.trimStart().length);
      const bar = readBar(piece, line);
      const code = isEmpty ? 'bar-empty' : 'chord-unread';
      if (typeof bar === 'string') {
        faults.push({ code, column: at, message: bar, text: piece.trim() });
        // The bar keeps its place, silent and in doubt.
        bars.push({ bar: UNREAD, column: at });
      } else bars.push({ bar, column: at });
    }
    column += piece.length + 1;
  }
  return { bars, faults };
}

/**
 * Writes bars between bar lines, as they are read.
 *
 * @example
 * writeBars([{ id: 'b1', chords: [{ name: 'G', span: 1 }] }, { id: 'b2', repeat: true, chords: [] }]) // '| G | % |'
 */
export function writeBars(bars: readonly Bar[]): string {
  return `| ${bars.map(barText).join(' | ')} |`;
}

/** A first parenthesis that closes only at the very end is about the whole chord; others are of its name. */
function isEnclosed(inner: string): boolean {
  let open = 1;
  for (const sign of inner) {
    if (sign === '(') open += 1;
    if (sign === ')') open -= 1;
    if (open === 0) return false;
  }
  return open === 1;
}

function readMark(token: string, letters: Letters): ChordMark | undefined {
  const [, inner = '', behind = ''] = OPTIONAL.exec(token) ?? [];
  if (inner === '' || !isEnclosed(inner)) return readSure(token, letters);
  const mark = readSure(`${inner}${behind}`, letters);
  return mark && mark.name !== '-' ? { ...mark, optional: true } : undefined;
}

/** A chord that is not optional, or silence. */
function readSure(token: string, letters: Letters): ChordMark | undefined {
  if (NO_CHORD.test(token)) return { name: 'N.C.', span: 1 };
  const match = CHORD_TOKEN.exec(token);
  if (!match?.[1]) return undefined;
  const signs = match[2] ?? '';
  return {
    name: toPlainSigns(chordAsTyped(match[1], letters) ?? match[1]),
    span: 1,
    ...(signs.includes('?') && { doubt: true as const }),
    ...(signs.includes('!') && { hit: true as const }),
  };
}

/** Chords and dots, in order; undefined where a token is neither. Dots at the start hold the chord before the bar. */
function readMarks(tokens: readonly string[], letters: Letters): readonly ChordMark[] | undefined {
  const marks: ChordMark[] = [];
  for (const token of tokens) {
    const last = marks.at(-1);
    if (token === HELD) {
      if (last) marks[marks.length - 1] = { ...last, span: last.span + 1 };
      else marks.push({ name: HELD, span: 1 });
      continue;
    }
    const mark = readMark(token, letters);
    if (!mark) return undefined;
    marks.push(mark);
  }
  return marks.length <= MOST_CHORDS ? marks : undefined;
}

function readBar(written: string, { meter: lineMeter, ...letters }: LineOfBars): Bar | string {
  const [, told, rest] = BAR_METER.exec(written.trim()) ?? [];
  const meter = told === undefined ? lineMeter : parseMeter(told);
  if (told !== undefined && !meter) return `"${told}" is no meter. Write one such as 2/4.`;
  const bar = readChords(rest ?? written, letters);
  return typeof bar === 'string' || !meter ? bar : { ...bar, meter };
}

function readChords(text: string, letters: Letters): Bar | string {
  const tokens: readonly string[] = text.match(TOKEN) ?? [];
  if (tokens.length === 0)
    return 'This bar is empty. Write a chord, - for silence, or % to repeat.';
  if (tokens.length === 1 && tokens[0] === '%') return { id: '', repeat: true, chords: [] };
  const chords = readMarks(tokens, letters);
  if (!chords) {
    return `"${text.trim().slice(0, 40)}" cannot be read as a bar. Write chords, each with a dot for every beat it is held.`;
  }
  // A bar of one dot alone is held as long as it lasts.
  const isDotted = tokens.includes(HELD) && tokens.join('') !== HELD;
  return isDotted ? { id: '', dotted: true, chords } : { id: '', chords };
}

function markText(mark: ChordMark, dotted: boolean): string {
  const sign = `${mark.doubt ? '?' : ''}${mark.hit ? '!' : ''}`;
  const name = mark.optional ? `(${mark.name})` : mark.name;
  return name + sign + (dotted ? ' .'.repeat(mark.span - 1) : '');
}

function barText({ repeat, chords, dotted, meter }: Bar): string {
  const text = repeat ? '%' : chords.map((mark) => markText(mark, dotted === true)).join(' ');
  return meter ? `${formatMeter(meter)}: ${text}` : text;
}
