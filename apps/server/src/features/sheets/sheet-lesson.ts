import type { LessonPiece } from '@harvu/core/practice';
import { kindOf } from '@harvu/core/steps';
import type { Content } from 'pdfmake/interfaces';
import { rungsSvg, rungsWidth } from './sheet-drawings';
import type { Sheet } from './sheet';
import { SMALLEST_PT, styled, words } from './sheet-words';

/** The few lines until the next lesson, each with its rungs to tick. */
export function lessonBlock({ lesson, size }: Sheet): Content {
  const pieces = lesson.pieces.slice(0, size.lines);
  if (pieces.length === 0) return '';
  return {
    stack: [
      {
        canvas: [{ type: 'line', x1: 0, y1: 0, x2: size.width, y2: 0, lineWidth: 1 }],
        margin: [0, size.between + 4, 0, 4],
      },
      words(lesson.heading, { font: 'Display', bold: true, fontSize: SMALLEST_PT + 3 }),
      ...pieces.map(lineOf),
      words('Sore, numb or tingling: stop for today.', { margin: [0, 4, 0, 0] }),
    ],
    unbreakable: true,
  };
}

/** The rungs of the stretch that is to be climbed. */
function rungsOf({ step, fromBpm, toBpm }: LessonPiece): readonly number[] {
  return step.rungs.filter((rung) => rung >= (fromBpm ?? 0) && rung <= (toBpm ?? 0));
}

function lineOf(piece: LessonPiece): Content {
  const { step, minutes } = piece;
  const rungs = rungsOf(piece);
  const goal =
    kindOf(step).rungUnit === 'bpm' || step.rungs.length === 0 ? step.goal.words : 'a minute each';
  return {
    columns: [
      {
        text: [
          ...styled(step.title, { bold: true }),
          ...styled(`, ${goal}, ${Math.max(1, Math.round(minutes))}\u00a0min`),
        ],
        width: '*',
      },
      { stack: [{ svg: rungsSvg(rungs) }], width: rungsWidth(rungs) },
    ],
    columnGap: 12,
    margin: [0, 3, 0, 0],
    unbreakable: true,
  };
}
