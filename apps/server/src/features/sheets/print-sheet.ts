import type { PlanFigures } from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
import type { Conventions } from '@harvu/core/conventions';
import type { Try } from '@harvu/core/events';
import { makePlan, songFor, type Teaching } from '@harvu/core/plan';
import { stepProgress, untilLesson } from '@harvu/core/practice';
import type { SongDocument } from '@harvu/core/song';
import pdfmake from 'pdfmake';
import type { Sheet } from './sheet';
import { SHEET_SIZES, sheetDocument, widthOf } from './sheet-document';
import { SHEET_FONTS } from './sheet-fonts';

/** What a sheet is made from; plain, so that it can be sent to a thread. */
export interface SheetOrder extends Pick<
  Sheet,
  'title' | 'playedBy' | 'studentName' | 'printedOn' | 'paper'
> {
  readonly document: SongDocument;
  readonly teaching: Teaching;
  /** None for the studio's own steps. */
  readonly figures?: PlanFigures;
  readonly conventions: Conventions;
  readonly tries: readonly Try[];
  /** The next lesson, in words, and the minutes of practice until then. */
  readonly lesson: { readonly heading: string; readonly minutes: number };
}

pdfmake.setFonts(SHEET_FONTS);
// A sheet is made of what it is given: nothing is fetched, and only the shipped fonts are read.
pdfmake.setUrlAccessPolicy(() => false);
const SHIPPED = new Set(Object.values(SHEET_FONTS).flatMap((font) => Object.values(font)));
pdfmake.setLocalAccessPolicy((path) => SHIPPED.has(path));

type Pdf = Uint8Array<ArrayBuffer>;

/** Counts the pages of a PDF that was made here: each is an object of its own. */
export function pageCount(pdf: Pdf): number {
  const text = Buffer.from(pdf).toString('latin1');
  return text.match(/\/Type\s*\/Page\b(?!s)/g)?.length ?? 0;
}

function sheetOf(order: SheetOrder): Omit<Sheet, 'size'> {
  const { document, teaching, figures, conventions, tries, lesson, ...said } = order;
  const plan = makePlan(document, {
    ...{ teaching, names: conventions.names },
    ...(figures && { student: figures.student, constants: constantsWith(figures.constants) }),
  });
  const pieces = untilLesson(stepProgress(plan.steps, tries), lesson.minutes);
  const song = songFor(document, teaching.changes);
  return { ...said, conventions, song, plan, lesson: { heading: lesson.heading, pieces } };
}

/** Works a sheet out and prints it on one page where it fits, as large as it then can be; gives the PDF. */
export async function printSheet(order: SheetOrder): Promise<Pdf> {
  const sheet = sheetOf(order);
  let pdf: Pdf = new Uint8Array();
  for (const size of SHEET_SIZES) {
    const sized = { ...sheet, size: { ...size, width: widthOf(sheet.paper) } };
    const made = pdfmake.createPdf(sheetDocument(sized));
    pdf = new Uint8Array(await made.getBuffer());
    if (pageCount(pdf) === 1) break;
  }
  return pdf;
}
