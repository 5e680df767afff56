import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { widthOf } from '../sheet-document';
import { minutesWords, SMALLEST_PT, styled, words } from '../sheet-words';
import { heading, paperDocument, rule, type PaperSize } from './paper';

/** What is played, by whom, and what is done before it. */
export interface PrintedItem {
  readonly title: string;
  readonly studentName: string;
  readonly stands: string;
  /** Empty where nothing is done. */
  readonly change: string;
  /** When it begins, in seconds from the beginning. */
  readonly startsAt: number;
  readonly lasts: number;
}

/** What a programme is printed from. */
export interface ProgrammeOrder {
  readonly title: string;
  /** In words; empty where none is set. */
  readonly day: string;
  readonly studioName: string;
  readonly paper: PaperSize;
  readonly items: readonly PrintedItem[];
}

const TITLE_PT = 22;
const NAME_PT = 16;

/** The evening on two papers: what is played and by whom, for who listens; and what is done between, for the stage. */
export function programmeSheet(order: ProgrammeOrder): TDocumentDefinitions {
  const { title, day, studioName, paper, items } = order;
  const name = title === '' ? 'The evening' : title;
  const stage: Content = {
    stack: [
      { ...(heading(`${name}: for the stage`, 0) as object), headlineLevel: 0 } as Content,
      words('Times count from the first note; tuning and capo between the songs are in them.'),
      rule(widthOf(paper)),
      ...items.map((item, at) => forTheStage(item, at + 1)),
    ],
    pageBreak: 'before',
    fontSize: SMALLEST_PT,
  };
  return paperDocument({
    title: name,
    paper,
    line: [studioName, day].filter(Boolean).join(' · '),
    content: [
      rule(widthOf(paper)),
      ...items.map(forListeners),
      ...(items.length === 0 ? [words('Nothing is on the programme yet.')] : [stage]),
    ],
  });
}

function forListeners({ title, studentName }: PrintedItem): Content {
  return {
    stack: [
      { text: styled(title, { bold: true, fontSize: TITLE_PT }, 'Display') },
      words(studentName, { fontSize: NAME_PT }),
    ],
    margin: [0, 14, 0, 0],
    unbreakable: true,
  };
}

function forTheStage(item: PrintedItem, number: number): Content {
  const { title, studentName, stands, change, startsAt, lasts } = item;
  return {
    stack: [
      ...(change === '' ? [] : [words(`— ${change}`, { margin: [0, 6, 0, 0] })]),
      {
        columns: [
          words(`${number}`, { width: 26, bold: true, font: 'Display' }),
          {
            stack: [
              { text: [...styled(title, { bold: true }), ...styled(`, ${studentName}`)] },
              words(stands),
            ],
            width: '*',
          },
          words(`${minutesWords(startsAt)}, lasts ${minutesWords(lasts)}`, { width: 'auto' }),
        ],
        margin: [0, change === '' ? 9 : 2, 0, 0],
      },
    ],
    unbreakable: true,
  };
}
