import { readChart } from '@harvu/core/chart';
import { timelineOf } from '@harvu/core/timeline';
import { readAny, writeSheet } from '../index';

function played(chart: string): readonly string[] {
  const { occurrences } = timelineOf(readChart(chart).song);
  return occurrences.flatMap(({ bars }) =>
    bars.map(({ chords }) => chords.map((one) => one.chord).join(' ')),
  );
}

describe('a song written as a chord sheet', () => {
  const SONGS: readonly (readonly [what: string, chart: string])[] = [
    [
      'repeats and endings',
      'tempo: 92\n[Verse] x2\n| G | D |\n1. | C |\n2. | Em | Am |\n[Chorus] x3\n| F | G |',
    ],
    ['a map that goes to and fro', 'map: A, B, A\n[A]\n| G D |\n[B]\n| Em7 | F#m7b5 |'],
    ['a bar that is held', '[A]\n| G | . | N.C. |'],
  ];
  for (const [what, chart] of SONGS)
    it(`comes back bar by bar: ${what}`, () => {
      const { bytes } = writeSheet(readChart(chart).song);
      expect(played(readAny(bytes).song ?? '')).toEqual(played(chart));
    });

  it('tells where beats of chords are not in it', () => {
    const of = (bars: string) =>
      writeSheet(readChart(`[A]\n${bars}`).song).lost.map((one) => one.what);
    expect(of('| G . . D |')).toContain('how long chords last in a bar');
    expect(of('| G D |')).toEqual([]);
  });
});
