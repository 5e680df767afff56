import type { PlanFigures } from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
import type { Conventions } from '@harvu/core/conventions';
import type { PlanEvent } from '@harvu/core/events';
import { makePlan, songFor, type Teaching } from '@harvu/core/plan';
import { untilLesson } from '@harvu/core/practice';
import { standingOf } from '@harvu/core/standing';
import type { SongDocument } from '@harvu/core/song';
import { pageCount, toPdf, type Pdf } from './pdf';
import type { Sheet } from './sheet';
import { SHEET_SIZES, sheetDocument, widthOf } from './sheet-document';

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
  readonly events: readonly PlanEvent[];
  /** The next lesson, in words, and the minutes of practice until then. */
  readonly lesson: { readonly heading: string; readonly minutes: number };
}

/** Works a sheet out and prints it on one page where it fits, as large as it then can be; gives the PDF. */
export async function printSheet(order: SheetOrder): Promise<Pdf> {
  const sheet = sheetOf(order);
  let pdf: Pdf = new Uint8Array();
  for (const size of SHEET_SIZES) {
    const sized = { ...sheet, size: { ...size, width: widthOf(sheet.paper) } };
    pdf = await toPdf(sheetDocument(sized));
    if (pageCount(pdf) === 1) break;
  }
  return pdf;
}

function sheetOf(order: SheetOrder): Omit<Sheet, 'size'> {
  const { document, teaching, figures, conventions, events, lesson, ...said } = order;
  const plan = makePlan(document, {
    teaching,
    names: conventions.names,
    ...(figures && { student: figures.student, constants: constantsWith(figures.constants) }),
  });
  const pieces = untilLesson(standingOf(plan, events).climbs, lesson.minutes);
  const song = songFor(document, teaching.changes);
  return { ...said, conventions, song, plan, lesson: { heading: lesson.heading, pieces } };
}
