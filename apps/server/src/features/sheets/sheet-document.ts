import { frameWords } from '@harvu/core/chart';
import { gripDrawing } from '@harvu/core/drawing';
import { counted } from '@harvu/core/wording';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { Sheet, SheetSize } from './sheet';
import { printed } from './sheet-drawings';
import { lessonBlock } from './sheet-lesson';
import { called, partBlocks } from './sheet-parts';
import { onTheLine, SMALLEST_PT, styled } from './sheet-words';

const WIDTHS = { A4: 595 - 72, LETTER: 612 - 72 } as const;

/** The sizes a sheet is tried in until it fits one page: as large as reads well, then as small as still does. */
export const SHEET_SIZES: readonly Omit<SheetSize, 'width'>[] = [
  { chord: 18, barBelow: 10, between: 12, grip: 58, lane: 0.8, lines: 6 },
  { chord: 16, barBelow: 5, between: 8, grip: 54, lane: 0.7, lines: 5 },
  { chord: 15, barBelow: 4, between: 7, grip: 46, lane: 0.6, lines: 4 },
  { chord: 14, barBelow: 2, between: 5, grip: 46, lane: 0.55, lines: 4 },
  { chord: 14, barBelow: 1, between: 3, grip: 42, lane: 0.5, lines: 2 },
  { chord: 14, barBelow: 0, between: 1, grip: 36, lane: 0.45, lines: 1 },
];

/** Between the margins of a paper. */
export function widthOf(paper: Sheet['paper']): number {
  return WIDTHS[paper];
}

const GRIP_GAP = 12;

/** Makes a sheet for the stand: frame, map, each part once in bars, grips, and the few lines until the next lesson. */
export function sheetDocument(sheet: Sheet): TDocumentDefinitions {
  const { title, playedBy, studentName, printedOn, paper } = sheet;
  const whom = [studentName === '' ? playedBy : `for ${studentName}`, printedOn]
    .filter(Boolean)
    .join(', ');
  return {
    pageSize: paper,
    pageMargins: [36, 32, 36, 30],
    defaultStyle: { font: 'Text', fontSize: SMALLEST_PT, color: '#000000' },
    info: { title: studentName === '' ? title : `${title}, for ${studentName}` },
    content: [
      {
        text: [...styled(`${title}  `, { bold: true, fontSize: 24 }, 'Display'), ...styled(whom)],
      },
      frameLine(sheet),
      mapBox(sheet),
      ...partBlocks(sheet),
      gripRow(sheet),
      lessonBlock(sheet),
    ],
  };
}

/** What was said of the frame, in one line. */
function frameLine({ song, plan }: Sheet): Content {
  const said = frameWords({ ...song.frame, capo: plan.work.capo }).filter((one) => !one.isOpen);
  return {
    text: said.flatMap(({ field, words: text }, at) => [
      ...(at === 0 ? [] : styled(' · ')),
      ...styled(text, { bold: field === 'capo' || field === 'tempo' }),
    ]),
    margin: [0, 2, 0, 6],
  };
}

/** The song from its first bar to its last, by sections and bars, in a box. */
function mapBox({ plan }: Sheet): Content {
  const { occurrences } = plan.work.timeline;
  if (occurrences.length === 0) return '';
  // A name and its bars stay on one line.
  const together = (said: string): string => said.replaceAll(' ', '\u00a0');
  const text = occurrences.flatMap(({ name, bars, semitones }, at) => [
    ...styled(at === 0 ? '' : '\u00a0· '),
    ...styled(together(`${name}${movedWords(semitones)} `), { bold: true }),
    ...styled(together(counted(bars.length, 'bar'))),
  ]);
  return {
    table: { widths: ['*'], body: [[{ text, margin: [4, 3, 0, 3] }]] },
    layout: { hLineColor: () => '#000000', vLineColor: () => '#000000' },
  };
}

function movedWords(semitones: number): string {
  if (semitones === 0) return '';
  return semitones > 0 ? `, up ${semitones}` : `, down ${-semitones}`;
}

function gripRow(sheet: Sheet): Content {
  const { conventions, plan, size } = sheet;
  const { grips, tuning, capo, down } = plan.work;
  if (grips.length === 0) return '';
  const perRow = Math.floor(size.width / (size.grip + GRIP_GAP));
  const cells = grips.map(({ name, grip, fingers }): Content => ({
    stack: [
      onTheLine(called(sheet, name), { fontSize: SMALLEST_PT }),
      {
        svg: printed(gripDrawing({ grip, fingers, setup: { tuning, capo, down }, conventions }), 1),
        width: size.grip,
      },
    ],
    unbreakable: true,
  }));
  const rows = Array.from({ length: Math.ceil(cells.length / perRow) }, (_, row) =>
    Array.from({ length: perRow }, (_unused, at) => cells[row * perRow + at] ?? ''),
  );
  return {
    table: { widths: Array<string>(perRow).fill('*'), body: rows, dontBreakRows: true },
    layout: 'noBorders',
    margin: [0, size.between, 0, 0],
  };
}
