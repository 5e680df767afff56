import type { Day } from '@harvu/core/day';
import type { Column, Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { widthOf } from '../sheet-document';
import { SMALLEST_PT, styled, words } from '../sheet-words';
import { heading, paperDocument, rule, type PaperSize } from './paper';

/** One thing to practise, in exact words, and the song it is of. */
export interface PrintedCard {
  readonly title: string;
  readonly words: string;
  readonly song: string;
  readonly minutes: number;
}

/** What a card for the stand is printed from. */
export interface CardOrder {
  readonly studentName: string;
  readonly printedOn: string;
  readonly paper: PaperSize;
  /** The day of the next lesson, in words. */
  readonly until: string;
  /** How the guitar stands for each song. */
  readonly frames: readonly { readonly song: string; readonly words: string }[];
  readonly cards: readonly PrintedCard[];
  /** The days of practice until then, with the minutes that were agreed. */
  readonly days: readonly { readonly day: Day; readonly name: string; readonly minutes: number }[];
}

const BOX = 13;
const DAY_WIDTH = 44;

function box(): Column {
  return {
    canvas: [{ type: 'rect', x: 0, y: 0, w: BOX, h: BOX, lineWidth: 1 }],
    width: DAY_WIDTH,
    margin: [0, 3, 0, 0],
  };
}

function cardRow({ title, words: said, song, minutes }: PrintedCard, days: number): Content {
  return {
    columns: [
      {
        stack: [
          { text: [...styled(title, { bold: true }), ...styled(`  ${minutes}\u00a0min`)] },
          words(said),
          words(song),
        ],
        width: '*',
      },
      ...Array.from({ length: days }, box),
    ],
    columnGap: 4,
    margin: [0, 6, 0, 0],
    unbreakable: true,
  };
}

function dayHeads(days: CardOrder['days']): Content {
  return {
    columns: [
      { text: '', width: '*' },
      ...days.map(({ name, minutes }): Column => ({
        stack: [words(name), words(`${minutes} min`)],
        width: DAY_WIDTH,
      })),
    ],
    columnGap: 4,
  };
}

/** A card for the stand: what to practise until the next lesson, with a box to tick for each day. */
export function practiceCard(order: CardOrder): TDocumentDefinitions {
  const { studentName, printedOn, paper, until, frames, cards, days } = order;
  const width = widthOf(paper);
  const nothing = words('Nothing is set until then: play what you like best.');
  return paperDocument({
    title: `${studentName}: until ${until}`,
    line: printedOn,
    paper,
    content: [
      ...frames.map(({ song, words: said }) => ({
        text: [...styled(song, { bold: true }), ...styled(`: ${said}`)],
      })),
      rule(width),
      dayHeads(days),
      ...(cards.length === 0 ? [nothing] : cards.map((card) => cardRow(card, days.length))),
      heading('How it went', 18),
      ...Array.from({ length: 3 }, (): Content => ({
        canvas: [
          {
            type: 'line',
            x1: 0,
            y1: SMALLEST_PT + 8,
            x2: width,
            y2: SMALLEST_PT + 8,
            lineWidth: 0.5,
          },
        ],
      })),
      words('Sore, numb or tingling: stop for today.', { margin: [0, 14, 0, 0] }),
    ],
  });
}
