import { readChart, writeChart } from '../chart';
import {
  appendBar,
  dropBars,
  insertBars,
  insertRows,
  joinBar,
  moveBars,
  moveLine,
  replaceBar,
  splitBar,
  turnLine,
  withCommand,
} from '../edits';
import { ownBars, sectionBars, type SongDocument } from './index';
import { linesOf, withLines } from './lines';

const songOf = (chart: string): SongDocument => readChart(chart).song;
const rowsIn = (song: SongDocument, at = 0): readonly number[] => {
  const section = song.sections[at];
  return section ? linesOf(ownBars(song, section)).map((line) => line.length) : [];
};
const barAt = (song: SongDocument, at: number) => song.sections[0]?.bars[at];
const withBars = (song: SongDocument, change: (ids: readonly string[]) => readonly string[]) => {
  const [section] = song.sections;
  const bars = section?.bars ?? [];
  const wanted = change(bars.map(({ id }) => id));
  const kept = wanted.flatMap((id) => bars.find((bar) => bar.id === id) ?? []);
  return withCommand(song, { kind: 'set-bars', section: section?.id ?? '', bars: kept });
};

describe('the lines of a section', () => {
  const CASES: readonly (readonly [string, string, readonly number[]])[] = [
    ['the rows as they were typed', '| G | D |\n| Em |\n| C | D | G |', [2, 1, 3]],
    ['a row of eight bars', '| G | D | Em | C | Am | F | C | G |', [8]],
    [
      'a longer row where its cell ends',
      '| G | D | Em | C | D | G | D | Em | C | D | G |',
      [5, 5, 1],
    ],
    [
      'a longer row with nothing twice every four bars',
      '| A | B | C | D | E | F | G | Am | Bm |',
      [4, 4, 1],
    ],
    ['one chord all along every four bars', '| A | % | % | % | % | % | % | % | % | % |', [4, 4, 2]],
    ['what is said to be played again each time', '|: G | D :| x3', [2, 2, 2]],
    ['a row played twice', 'G D Em C x2', [4, 4]],
  ];
  for (const [what, bars, rows] of CASES)
    it(`are ${what}`, () => expect(rowsIn(songOf(`[A]\n${bars}`))).toEqual(rows));

  it('are the parent’s in a derived one, and what is appended is one of its own', () => {
    const song = songOf(
      '[A]\n| G | D | Em |\n| C | D | G |\n[B = A]\n2: | Am |\n7: | C | G |\ndrop 4-4',
    );
    expect(rowsIn(song, 1)).toEqual([3, 2, 2]);
  });

  it('end with the ending that is played', () => {
    const song = songOf('[A] x2\n| G | D |\n| Em |\n1. | C |\n2. | D | G |');
    const [section] = song.sections;
    if (!section) throw new Error('it is written');
    expect(linesOf(sectionBars(song, section, 2)).map((line) => line.length)).toEqual([2, 3]);
  });

  it('come back from text as they were', () => {
    const chart = '[A]\n| G | D |\n| Em | % | C |\n\n[B = A]\n6: | F | C |\n';
    expect(writeChart(songOf(chart))).toBe(chart);
  });

  it('stay where a bar is taken out, put in before all, moved over one, split or joined', () => {
    const song = songOf('[A]\n| G | D |\n| Em | C | Am |');
    expect(rowsIn(withBars(song, ([, ...others]) => others))).toEqual([1, 3]);
    const bars = song.sections[0]?.bars ?? [];
    const rows = (list: typeof bars): readonly number[] => linesOf(list).map((line) => line.length);
    const more = [{ id: '', chords: [{ name: 'F', span: 1 }] }];
    expect(rows(dropBars(bars, { from: 2, to: 2 }))).toEqual([2, 2]);
    expect(rows(dropBars(bars, { from: 1, to: 3 }))).toEqual([1, 1]);
    expect(rows(insertBars(bars, { at: 0, bars: more }))).toEqual([3, 3]);
    expect(rows(insertBars(bars, { at: 2, bars: more }))).toEqual([3, 3]);
    expect(rows(moveBars(bars, { from: 1, to: 1 }, 1))).toEqual([2, 3]);
    expect(moveBars(bars, { from: 1, to: 1 }, 1).map(({ chords }) => chords[0]?.name)).toEqual([
      ...['G', 'Em', 'D', 'C', 'Am'],
    ]);
    expect(rows(splitBar(bars, 2))).toEqual([2, 4]);
    expect(rows(joinBar(bars, 1))).toEqual([2, 2]);
    expect(rows(replaceBar(bars, { at: 2, bars: [...more, ...more] }))).toEqual([2, 4]);
  });

  it('change places whole, end where one says so, and grow as the line before', () => {
    const bars = songOf('[A]\n| G | D |\n| Em | C | Am |').sections[0]?.bars ?? [];
    const rows = (list: typeof bars): readonly number[] => linesOf(list).map((line) => line.length);
    const more = [{ id: '', chords: [{ name: 'F', span: 1 }] }];
    expect(rows(moveLine(bars, { from: 0, to: 1 }, 1))).toEqual([3, 2]);
    expect(moveLine(bars, { from: 0, to: 1 }, -1)).toBe(bars);
    expect(rows(turnLine(bars, 2))).toEqual([5]);
    expect(rows(turnLine(turnLine(bars, 2), 2))).toEqual([2, 3]);
    expect(turnLine(bars, 0)).toBe(bars);
    expect(rows(insertRows(bars, { at: 2, rows: [more, more] }))).toEqual([2, 1, 1, 3]);
    expect(rows(insertRows(bars, { at: 1, rows: [more] }))).toEqual([3, 3]);
    expect(rows(insertRows(bars, { at: 3, rows: [more, more] }))).toEqual([2, 2, 1, 2]);
    expect(rows(more.reduce(appendBar, bars))).toEqual([2, 3, 1]);
    expect(rows(more.reduce(appendBar, bars.slice(0, 3)))).toEqual([2, 2]);
  });

  it('are cut once in a song of before, and then stay', () => {
    const song = songOf('[A]\n| G | D | Em | C | Am | F |');
    const before = {
      ...song,
      sections: song.sections.map((one) => ({
        ...one,
        bars: one.bars.map(({ line: _line, ...bar }) => bar),
      })),
    };
    const cut = withLines(before);
    expect(rowsIn(cut)).toEqual([6]);
    expect(withLines(cut)).toBe(cut);
    expect(cut.sections[0]?.bars.map(({ id }) => id)).toEqual(
      song.sections[0]?.bars.map(({ id }) => id),
    );
    expect(barAt(cut, 0)?.line).toBeTrue();
  });
});
