import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { toPdf } from '../pdf';
import { practiceCard, type CardOrder } from './practice-card';
import { programmeSheet, type ProgrammeOrder } from './programme-sheet';
import { reportSheet, type ReportOrder } from './report-sheet';
import { songSheet, type SongSheetOrder } from './song-sheet';

/** What a paper of each kind is printed from; plain, so that it can be sent to a thread. */
export interface PaperOrders {
  readonly song: SongSheetOrder;
  readonly card: CardOrder;
  readonly programme: ProgrammeOrder;
  readonly report: ReportOrder;
}

/** One paper to be printed. */
export type PaperOrder = {
  readonly [Kind in keyof PaperOrders]: { readonly kind: Kind; readonly of: PaperOrders[Kind] };
}[keyof PaperOrders];

/** Prints a paper of any length; gives the PDF. */
export function printPaper(order: PaperOrder): Promise<Uint8Array<ArrayBuffer>> {
  return toPdf(laidOut(order));
}

function laidOut(order: PaperOrder): TDocumentDefinitions {
  switch (order.kind) {
    case 'song':
      return songSheet(order.of);
    case 'card':
      return practiceCard(order.of);
    case 'programme':
      return programmeSheet(order.of);
    case 'report':
      return reportSheet(order.of);
  }
}
