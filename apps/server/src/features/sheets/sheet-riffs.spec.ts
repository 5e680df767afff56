import { USUAL_CONVENTIONS } from '@harvu/core/conventions';
import { readChart } from '@harvu/core/chart';
import { USUAL_TEACHING } from '@harvu/core/plan';
import { pageCount } from './pdf';
import { printSheet } from './print-sheet';

const CHART =
  "tempo: 92\nmeter: 4/4\ncapo: 2\nsound: echo 489 ms\nriff hoist 4/4: 3: 2 h4 2: 3b2 5v | 6:3'p+1:0'a . 12o x\n[A] riff hoist in 1-2\n| G . . (G/B) | D |\n[B] riff hoist as lead\n| C | D |";

describe('a sheet with a riff', () => {
  for (const paper of ['A4', 'LETTER'] as const) {
    it(`is one page of ${paper}, drawn with the shipped fonts`, async () => {
      const pdf = await printSheet({
        title: 'Hoist',
        playedBy: '',
        studentName: '',
        printedOn: '26 Nov 2026',
        paper,
        document: readChart(CHART).song,
        teaching: USUAL_TEACHING,
        events: [],
        conventions: USUAL_CONVENTIONS,
        lesson: { heading: 'Until Tuesday', minutes: 60 },
      });
      expect(pageCount(pdf)).toBe(1);
      expect(Buffer.from(pdf).toString('latin1')).toContain('Bravura');
    });
  }
});
