import fc from 'fast-check';
import { readChart } from '../chart';
import { timelineOf } from '../timeline';
import { runs } from '../testing/runs';
import { LikelyRows } from './likely-rows';
import { compareChords, strandRow, type StrandRow } from './strands';

const rowOf = (chart: string): StrandRow =>
  strandRow(timelineOf(readChart(`[A]\n${chart}`).song).occurrences.flatMap((one) => one.bars));
const anyRow = fc
  .array(fc.constantFrom('G', 'D', 'Em', 'C', 'A', 'G7', 'G D', 'Am7', 'G!'), {
    minLength: 1,
    maxLength: 8,
  })
  .map((bars) => rowOf(`| ${bars.join(' | ')} |`));

describe('rows one may be told by', () => {
  it('are all that are like it in any way that is told of lines', () => {
    fc.assert(
      fc.property(fc.array(anyRow, { maxLength: 5 }), anyRow, (before, one) => {
        const rows = new LikelyRows();
        for (const row of before) rows.add(row.held);
        const likely = rows.findLike(one.held);
        before.forEach((row, at) => {
          const isLike = compareChords(row, one).relation !== 'new';
          if (isLike && !likely.includes(at))
            throw new Error(`${at} is not among ${likely.join()}`);
        });
      }),
      runs(400),
    );
  });
});
