import { readChart } from '../chart';
import { lineWords, partWords } from '../words';
import { formOf } from './index';
import { SONGS_BY_HAND } from './songs-by-hand.data';

/** The lines as a teacher would name them, with what is new in them; written down before the code was tried on them. */
function toldOf(chart: string): readonly string[] {
  const form = formOf(readChart(chart).song);
  const words = lineWords(form);
  return form.lines.map(
    ({ section, chords, figure }, at) =>
      `${section}: ${words[at]?.chords ?? ''}${figure.relation === 'same' || chords.relation === 'new' ? '' : ' / hand'}`,
  );
}

describe('the form of a song', () => {
  for (const { name, chart, lines, different, parts } of SONGS_BY_HAND)
    it(`is heard in ${name} as it was written down by hand`, () => {
      const form = formOf(readChart(chart).song);
      expect(toldOf(chart)).toEqual(lines);
      if (different) expect([form.different.chords, form.different.figure]).toEqual(different);
      if (parts) expect(partWords(form)).toEqual(parts);
    });

  it('has nothing of a song without bars', () => {
    expect(formOf(readChart('tempo: 92').song)).toEqual({
      lines: [],
      parts: [],
      different: { chords: 0, figure: 0 },
      played: 0,
    });
  });
});
