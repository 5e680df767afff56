import type { TermReport } from '@harvu/core/brief';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { widthOf } from '../sheet-document';
import { styled, words } from '../sheet-words';
import { heading, paperDocument, type PaperSize } from './paper';

/** What a report over a term is printed from; days are words. */
export interface ReportOrder {
  readonly studentName: string;
  readonly studioName: string;
  readonly printedOn: string;
  readonly paper: PaperSize;
  readonly from: string;
  readonly to: string;
  readonly line: string;
  readonly weeks: readonly { readonly from: string; readonly minutes: number }[];
  readonly songs: readonly (Pick<TermReport['songs'][number], 'title' | 'line'> & {
    readonly reached: readonly { readonly on: string; readonly words: string }[];
  })[];
  readonly words: readonly { readonly on: string; readonly words: string }[];
}

const CHART_HEIGHT = 90;
const LABEL_PT = 10;
/** A quiet term does not look like a full one. */
const LEAST_SCALE = 60;
const DATE_WIDTH = 62;

/** A term of one student on paper: what was practised, what was reached, what was said. */
export function reportSheet(order: ReportOrder): TDocumentDefinitions {
  const { studentName, studioName, printedOn, paper, from, to, line, weeks, songs } = order;
  return paperDocument({
    title: `${studentName}, a term`,
    paper,
    line: `${studioName} · ${from} to ${to} · ${printedOn}`,
    content: [
      { text: styled(line) },
      ...(weeks.length === 0
        ? []
        : [bars(weeks, widthOf(paper)), words('Minutes of practice, week by week.')]),
      ...songs.flatMap(({ title, line: how, reached }): Content[] => [
        heading(title),
        words(how),
        ...dated(reached),
      ]),
      ...(songs.length === 0 ? [words('No song was practised in this time.')] : []),
      ...(order.words.length === 0 ? [] : [heading('From the lessons'), ...dated(order.words)]),
    ],
  });
}

function bars(weeks: ReportOrder['weeks'], width: number): Content {
  const most = Math.max(LEAST_SCALE, ...weeks.map(({ minutes }) => minutes));
  const step = width / Math.max(1, weeks.length);
  const parts = weeks.map(({ from, minutes }, at) => {
    const height = (CHART_HEIGHT * minutes) / most;
    const x = at * step;
    const middle = x + step / 2 - 2;
    const label = (y: number, text: string): string =>
      `<text x="${middle}" y="${y}" font-family="Text" font-size="${LABEL_PT}" fill="#000000" text-anchor="middle">${text}</text>`;
    const top = LABEL_PT + 4 + CHART_HEIGHT - height;
    return `<rect x="${x}" y="${top}" width="${step - 4}" height="${Math.max(height, 0.5)}" fill="#555555"/>${label(top - 3, String(Math.round(minutes)))}${label(CHART_HEIGHT + 2 * LABEL_PT + 6, from)}`;
  });
  const height = CHART_HEIGHT + 3 * LABEL_PT;
  return {
    svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${parts.join('')}</svg>`,
    margin: [0, 8, 0, 0],
  };
}

function dated(all: readonly { readonly on: string; readonly words: string }[]): Content[] {
  return all.map((one) => ({
    columns: [words(one.on, { width: DATE_WIDTH }), words(one.words, { width: '*' })],
    unbreakable: true,
  }));
}
