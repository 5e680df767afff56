import { parseGrip, type Grip } from '@harvu/core/fretboard';
import { readLoose, type LooseLine, type Row } from '@harvu/core/loose';
import { EMPTY_LINE, type SheetLine } from './lines';

/** What people write about a song on a plain sheet, and its lines. */
export interface PlainSheet {
  /** Fields of the song as they are typed, such as "capo: 2nd fret". */
  readonly fields: readonly string[];
  readonly title: string | undefined;
  readonly playedBy: string | undefined;
  readonly grips: readonly { readonly name: string; readonly grip: Grip }[];
  /** Rows that are said to be played several times: they are written out. */
  readonly counts: readonly { readonly line: number; readonly times: number }[];
  /** Chords in German letters: H is B, and B is Bb. */
  readonly isGerman: boolean;
  readonly lines: readonly SheetLine[];
}

/**
 * Takes apart what stands on a sheet beside chords and words: fields, grips, names, headings.
 *
 * @example
 * readPlain('Capo: 2\nVerse: G D').fields // ['capo: 2']
 */
export function readPlain(text: string): PlainSheet {
  const { lines, isGerman } = readLoose(text);
  const [title, playedBy] = namesIn(lines);
  const hasRow = (line: LooseLine): boolean =>
    line.kind === 'row' || (line.kind === 'heading' && line.heading.row !== undefined);
  return {
    title,
    playedBy,
    isGerman,
    fields: lines.flatMap((line) =>
      line.kind === 'field' && line.field.field !== 'remark'
        ? [`${line.field.field}: ${line.field.value}`]
        : [],
    ),
    grips: gripsIn(lines),
    counts: lines.flatMap((line, at) =>
      line.kind === 'row' && line.row.times > 1 ? [{ line: at + 1, times: line.row.times }] : [],
    ),
    lines: lines.map((line, at) => sheetLine(line, hasRow(line) ? wordsOf(lines[at + 1]) : '')),
  };
}

function wordsOf(line: LooseLine | undefined): string {
  return line?.kind === 'words' ? line.words.trim() : '';
}

/** The words above everything else: what it is called, and who plays it. */
function namesIn(lines: readonly LooseLine[]): readonly string[] {
  const names: string[] = [];
  for (const line of lines) {
    if (line.kind === 'field') continue;
    if (line.kind !== 'words' || names.length === 2) break;
    // A number alone, or a line of signs, is nobody's name.
    if (/\p{L}/u.test(line.words)) names.push(line.words.trim());
  }
  return names;
}

/** A line of plain text as a line of a sheet; the words right under chords are sung to them. */
function sheetLine(line: LooseLine, sung: string): SheetLine {
  if (line.kind === 'row') return { ...EMPTY_LINE, ...rowOf(line.row), words: sung };
  if (line.kind !== 'heading') return EMPTY_LINE;
  const { name, times, row } = line.heading;
  return { ...EMPTY_LINE, begins: { name, times }, ...(row && rowOf(row)), words: row ? sung : '' };
}

function rowOf({ bars, times }: Row): Pick<SheetLine, 'bars'> {
  return { bars: Array.from({ length: times }, () => bars).flat() };
}

function gripsIn(lines: readonly LooseLine[]): PlainSheet['grips'] {
  return lines.flatMap((line) => {
    const grip = line.kind === 'grip' ? parseGrip(line.frets) : undefined;
    return line.kind === 'grip' && grip ? [{ name: line.name, grip }] : [];
  });
}
