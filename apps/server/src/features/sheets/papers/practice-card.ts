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

const BOX = 15;
const NAME_PT = 20;
const WORDS_PT = 17;
const LINES = 3;

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
      words(minutesLine(days)),
      ...(cards.length === 0 ? [nothing] : cards.map((card) => cardBlock(card, order))),
      heading('How it went', 24),
      ...Array.from({ length: LINES }, (): Content => ({
        canvas: [
          {
            type: 'line',
            x1: 0,
            y1: SMALLEST_PT + 14,
            x2: width,
            y2: SMALLEST_PT + 14,
            lineWidth: 0.5,
          },
        ],
      })),
      words('Sore, numb or tingling: stop for today.', { margin: [0, 14, 0, 0] }),
    ],
  });
}

function dayBox(name: string): Column {
  return {
    columns: [
      { canvas: [{ type: 'rect', x: 0, y: 2, w: BOX, h: BOX, lineWidth: 1 }], width: BOX },
      words(name, { width: 'auto' }),
    ],
    columnGap: 5,
    width: 'auto',
  };
}

function cardBlock({ title, words: said, song, minutes }: PrintedCard, order: CardOrder): Content {
  const isOne = order.frames.length < 2;
  return {
    stack: [
      {
        columns: [
          { text: styled(title, { bold: true, fontSize: NAME_PT }, 'Display'), width: '*' },
          words(`${minutes}\u00a0min`, { width: 'auto', fontSize: WORDS_PT }),
        ],
      },
      words(isOne ? said : `${said} (${song})`, { fontSize: WORDS_PT }),
      {
        columns: order.days.map(({ name }) => dayBox(name)),
        columnGap: 18,
        margin: [0, 4, 0, 0],
      },
    ],
    margin: [0, 12, 0, 0],
    unbreakable: true,
  };
}

/** The minutes that were agreed: those of most days first. */
function minutesLine(days: CardOrder['days']): string {
  const kinds = [...new Set(days.map(({ minutes }) => minutes))];
  const on = (minutes: number): readonly string[] =>
    days.filter((one) => one.minutes === minutes).map(({ name }) => name);
  return kinds
    .toSorted((a, b) => on(b).length - on(a).length)
    .map((minutes) => `${minutes} min on ${on(minutes).join(', ')}`)
    .join('; ');
}
