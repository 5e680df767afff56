import { toPlainSigns } from '../pitch';
import type { Bar, ChordMark } from './document';

/** A bar read from text, with the column it starts at, counted from 1. */
export interface ReadBar {
  readonly bar: Bar;
  readonly column: number;
}

/** What a line of bars gave: the bars, and what was wrong in it. */
export interface ReadBars {
  readonly bars: readonly ReadBar[];
  readonly faults: readonly { readonly column: number; readonly message: string }[];
}

const TOKEN = /\S+/g;
const CHORD_TOKEN = /^(-|N\.C\.|[^?!.%|]{1,24}?)([?!]{0,2})$/;
const MOST_CHORDS = 32;

function readMark(token: string): ChordMark | undefined {
  const match = CHORD_TOKEN.exec(token);
  if (!match?.[1]) return undefined;
  const signs = match[2] ?? '';
  return {
    name: toPlainSigns(match[1]),
    span: 1,
    ...(signs.includes('?') && { doubt: true as const }),
    ...(signs.includes('!') && { hit: true as const }),
  };
}

/** Chords and dots, in order; undefined where a token is neither, or a dot has nothing to hold. */
function readMarks(tokens: readonly string[]): readonly ChordMark[] | undefined {
  const marks: ChordMark[] = [];
  for (const token of tokens) {
    const last = marks.at(-1);
    if (token === '.') {
      if (!last) return undefined;
      marks[marks.length - 1] = { ...last, span: last.span + 1 };
      continue;
    }
    const mark = readMark(token);
    if (!mark) return undefined;
    marks.push(mark);
  }
  return marks.length <= MOST_CHORDS ? marks : undefined;
}

function readBar(text: string): Bar | string {
  const tokens: readonly string[] = text.match(TOKEN) ?? [];
  if (tokens.length === 0)
    return 'This bar is empty. Write a chord, - for silence, or % to repeat.';
  if (tokens.length === 1 && tokens[0] === '%') return { id: '', repeat: true, chords: [] };
  const chords = readMarks(tokens);
  if (!chords) {
    return `"${text.trim().slice(0, 40)}" cannot be read as a bar. Write chords, each with a dot for every beat it is held.`;
  }
  return tokens.includes('.') ? { id: '', dotted: true, chords } : { id: '', chords };
}

/**
 * Reads the bars between bar lines; `offset` is how many characters stand before `text` in its line.
 * An unclosed last bar counts. Nothing between two adjoining bar lines is no bar.
 *
 * @example
 * readBars('| G . A D | % |', 0).bars.length // 2
 */
export function readBars(text: string, offset: number): ReadBars {
  const bars: ReadBar[] = [];
  const faults: { column: number; message: string }[] = [];
  let column = offset + 1;
  const pieces = text.split('|');
  for (const [index, piece] of pieces.entries()) {
    const isBetween = index > 0 && (index < pieces.length - 1 || piece.trim() !== '');
    if (isBetween && piece !== '') {
      const isEmpty = piece.trim() === '';
      const at = isEmpty ? column : column + (piece.length - piece.trimStart().length);
      const bar = readBar(piece);
      if (typeof bar === 'string') faults.push({ column: at, message: bar });
      else bars.push({ bar, column: at });
    }
    column += piece.length + 1;
  }
  return { bars, faults };
}

function markText(mark: ChordMark, dotted: boolean): string {
  const sign = `${mark.doubt ? '?' : ''}${mark.hit ? '!' : ''}`;
  return mark.name + sign + (dotted ? ' .'.repeat(mark.span - 1) : '');
}

/**
 * Writes bars between bar lines, as they are read.
 *
 * @example
 * writeBars([{ id: 'b1', chords: [{ name: 'G', span: 1 }] }, { id: 'b2', repeat: true, chords: [] }]) // '| G | % |'
 */
export function writeBars(bars: readonly Bar[]): string {
  const texts = bars.map((bar) =>
    bar.repeat ? '%' : bar.chords.map((mark) => markText(mark, bar.dotted === true)).join(' '),
  );
  return `| ${texts.join(' | ')} |`;
}
