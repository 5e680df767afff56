import { readChart } from '@harvu/core/chart';
import { sectionBars } from '@harvu/core/song';
import { barsInLayer, songPatterns, timelineOf } from '@harvu/core/timeline';
import { barRows, neededRem } from './bar-rows';

function rowsOf(text: string, slow: Readonly<Record<string, string>> = {}) {
  const { song } = readChart(text);
  const [section] = song.sections;
  const [played] = timelineOf(song).occurrences;
  if (!section || !played) throw new Error('nothing is played');
  return barRows(barsInLayer(played, 'full', songPatterns(song)), {
    ...{ written: sectionBars(song, section), texts: [], slow: new Map(Object.entries(slow)) },
    spoken: (chord) => chord,
  });
}

describe('the bars of a grid', () => {
  it('say a slow change where it first comes', () => {
    const rows = rowsOf('[A]\n| G | D | G | D |', { 'G D': '0.5 s' });
    expect(rows.map((row) => row.cells[0]?.slow)).toEqual(['0.5 s', '', '', '']);
  });

  it('say none where a riff is played: no grip is held there', () => {
    const text = 'riff a 4/4: 3: 2 4\n[A] riff a in 1-2\n| G | D | G | D |';
    const rows = rowsOf(text, { 'G D': '0.5 s' });
    expect(rows.map((row) => row.cells[0]?.slow)).toEqual(['', '', '0.5 s', '']);
  });

  it('show optional chords, each with its own doubt', () => {
    const [row] = rowsOf('[A]\n| G . . (G/B)? |');
    expect(
      row?.cells.map(({ name, isOptional, isDoubtful }) => [name, isOptional, isDoubtful]),
    ).toEqual([
      ['G', false, false],
      ['G/B', true, true],
    ]);
    expect(row ? neededRem(row) : 0).toBeGreaterThan(4.5);
  });

  it('draw how they are struck where that is another way than before', () => {
    const text =
      'pattern a 4/4: D D D D\npattern b 4/4: D U D U D U D U\n[A] pattern a pattern b in 2\n| G | D |';
    expect(rowsOf(text).map((row) => [row.played, row.strokes.length])).toEqual([
      ['a', 4],
      ['b', 8],
    ]);
  });
});
