import type { PlanFigures } from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
import type { Conventions } from '@harvu/core/conventions';
import { makePlan, songFor, type Teaching } from '@harvu/core/plan';
import type { SongDocument } from '@harvu/core/song';
import pdfmake from 'pdfmake';
import { sheetDocument, type Sheet } from './sheet-document';
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
}

pdfmake.setFonts(SHEET_FONTS);
// A sheet is made of what it is given: nothing is fetched, and only the shipped fonts are read.
pdfmake.setUrlAccessPolicy(() => false);
const SHIPPED = new Set(Object.values(SHEET_FONTS).flatMap(({ normal, bold }) => [normal, bold]));
pdfmake.setLocalAccessPolicy((path) => SHIPPED.has(path));

/** Works a sheet's steps out and prints it; gives the PDF. */
export async function printSheet(order: SheetOrder): Promise<Uint8Array<ArrayBuffer>> {
  const { document, teaching, figures, conventions, ...said } = order;
  const plan = makePlan(document, {
    ...{ teaching, names: conventions.names },
    ...(figures && { student: figures.student, constants: constantsWith(figures.constants) }),
  });
  const song = songFor(document, teaching.changes);
  const made = pdfmake.createPdf(sheetDocument({ ...said, conventions, song, plan }));
  return new Uint8Array(await made.getBuffer());
}
