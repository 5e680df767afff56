import { parseChordName } from '../chord';
import { isInGermanLetters } from './chord';
import { readField, type Field } from './field';
import { readHeading, type Heading } from './heading';
import { readRow, type Row } from './row';
import { isTabLine } from './tab';

/** A line of pasted text, told by what it is. */
export type LooseLine =
  | { readonly kind: 'heading'; readonly heading: Heading }
  | { readonly kind: 'row'; readonly row: Row }
  | { readonly kind: 'field'; readonly field: Field }
  | { readonly kind: 'grip'; readonly name: string; readonly frets: string }
  | { readonly kind: 'tab' }
  | { readonly kind: 'words'; readonly words: string };

/** Pasted text line by line, and how its chords are lettered. */
export interface LooseText {
  readonly lines: readonly LooseLine[];
  readonly isGerman: boolean;
}

const GRIP =
  /^\s*([A-G]\S{0,10}?)\s*[:=]?\s+([xX\d]{6}|(?:[xX]|\d{1,2})(?:-(?:[xX]|\d{1,2})){5})\s*$/;
/** Fields whose value is made of letters that could be chords. */
const LETTERED_FIELDS = new Set<string>(['key', 'tuning', 'map', 'capo']);
const LONGEST_LINE = 1000;

/**
 * Reads text as people paste it: headings, rows of chords, fields, grips, tab and words; a line of it a line
 * of the answer. Where one chord is called H, all are in German letters.
 *
 * @example
 * readLoose('Chorus x2\nG D').lines.map((one) => one.kind) // ['heading', 'row']
 */
export function readLoose(text: string): LooseText {
  const lines = text.split(/\r\n|\n|\r/).map((line) => line.slice(0, LONGEST_LINE));
  const isGerman = lines.some((line) => isInGermanLetters(line) && isOfChords(line));
  return {
    isGerman,
    lines: lines.map((line, at) => readLine(line, { isGerman, under: lines.slice(at + 1) })),
  };
}

function isOfChords(line: string): boolean {
  const { kind } = readLine(line, { isGerman: true, under: [] });
  return kind === 'row' || kind === 'heading';
}

/** What is known of a line beside itself. */
interface Around {
  readonly isGerman: boolean;
  /** The lines under it. */
  readonly under: readonly string[];
}

function readLine(line: string, around: Around): LooseLine {
  if (line.trim() === '') return { kind: 'words', words: '' };
  if (isTabLine(line)) return { kind: 'tab' };
  const heading = readHeading(line, around);
  return readHead(line, heading) ?? readMusic(line, { ...around, heading });
}

/** What stands above the chords: a field, or a grip. */
function readHead(line: string, heading: Heading | undefined): LooseLine | undefined {
  const field = readField(line.trim());
  // "Groove: G D" is a section; "Key: A" is none.
  if (field && (LETTERED_FIELDS.has(field.field) || !heading?.row)) return { kind: 'field', field };
  const [, name = '', frets = ''] = GRIP.exec(line) ?? [];
  const chord = name.replace(/[:=]$/, '');
  return frets !== '' && parseChordName(chord) ? { kind: 'grip', name: chord, frets } : undefined;
}

function readMusic(
  line: string,
  { heading, ...around }: Around & { readonly heading: Heading | undefined },
): LooseLine {
  if (heading) return { kind: 'heading', heading };
  const row = readRow(line, around);
  if (row) return { kind: 'row', row };
  const over = overChords(line, around);
  return over ? { kind: 'heading', heading: over } : { kind: 'words', words: line };
}

/** "Groove:" is a heading where chords stand right under it. */
function overChords(line: string, around: Around): Heading | undefined {
  const [, name] = /^\s*([\p{L}][\p{L}\p{N} ’'/-]{0,30}?)\s*:\s*$/u.exec(line) ?? [];
  const next = around.under.find((one) => one.trim() !== '');
  if (name === undefined || next === undefined || !readRow(next, around)) return undefined;
  return readHeading(`[${name}]`, around);
}
