import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import type { SheetOrder } from '../print-sheet';
import { SMALLEST_PT, styled } from '../sheet-words';

export type PaperSize = SheetOrder['paper'];

/** What stands over a paper and on it. */
export interface Paper {
  readonly title: string;
  /** In one line below: for whom, of which day. */
  readonly line: string;
  readonly paper: PaperSize;
  readonly content: readonly Content[];
}

const MARGIN = 36;
const HEAD_PT = 24;

/** A heading within a paper. */
export function heading(text: string, above = 14): Content {
  return {
    text: styled(text, { bold: true, fontSize: SMALLEST_PT + 3 }, 'Display'),
    margin: [0, above, 0, 3],
    headlineLevel: 1,
  };
}

/** A thin line across the page. */
export function rule(width: number): Content {
  return {
    canvas: [{ type: 'line', x1: 0, y1: 0, x2: width, y2: 0, lineWidth: 0.75 }],
    margin: [0, 4, 0, 4],
  };
}

/** Lays a paper out: black on white, its title on the first page, numbers where there are several. */
export function paperDocument({ title, line, paper, content }: Paper): TDocumentDefinitions {
  return {
    pageSize: paper,
    pageMargins: [MARGIN, MARGIN, MARGIN, MARGIN],
    defaultStyle: { font: 'Text', fontSize: SMALLEST_PT, color: '#000000' },
    info: { title },
    content: [
      { text: styled(title, { bold: true, fontSize: HEAD_PT }, 'Display') },
      { text: styled(line), margin: [0, 0, 0, 8] },
      ...content,
    ],
    // A heading does not stand alone at the foot of a page.
    pageBreakBefore: (node, query) =>
      node.headlineLevel === 1 && query.getFollowingNodesOnPage().length === 0,
    footer: (page, pages) =>
      pages > 1
        ? {
            text: styled(`${title}, page ${page} of ${pages}`, { fontSize: 10 }),
            margin: [MARGIN, 6, MARGIN, 0],
          }
        : '',
  };
}
