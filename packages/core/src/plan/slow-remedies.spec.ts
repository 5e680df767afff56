import { songFor } from './song-for';
import { readChart, writeChart } from '../chart';
import { withCommand } from '../edits';
import { changeTimesOf, workpieceOf } from '../steps';
import { slowRemedies } from './slow-remedies';

const CHART = `tempo: 100
grip F: 133211
pattern eights 4/4: D U D U D U D U
[Verse] pattern eights
| C | F | C . F . | C |
[Chorus = Verse]
`;
const { song } = readChart(CHART);
const work = workpieceOf(song);
const after = (kind: string): string => {
  const remedy = slowRemedies(song, work, { from: 'C', to: 'F' }).find((one) => one.kind === kind);
  return writeChart((remedy?.commands ?? []).reduce(withCommand, song));
};

describe('time for a change that is too slow', () => {
  it('is won by an easier grip', () => {
    expect(after('easier-grip')).toMatch(/grip F: (?!133211)/);
  });

  it('is won by the last stroke before it on open strings, only where the change comes', () => {
    expect(after('open-stroke')).toContain('pattern eights-open 4/4: D U D U D U D Uo');
    expect(after('open-stroke')).toContain('[Verse] pattern eights pattern eights-open in 1');
    // What derives from the verse is struck like it already.
    expect(after('open-stroke')).toContain('[Chorus = Verse]\n');
  });

  it('makes the time there is for it longer', () => {
    const windowIn = (chart: string): number =>
      changeTimesOf(workpieceOf(readChart(chart).song)).find(
        (one) => one.from === 'C' && one.to === 'F',
      )?.windowBeats ?? 0;
    const only = CHART.replace('| C . F . | C |', '| G | C |');
    const before = readChart(only).song;
    const [remedy] = slowRemedies(before, workpieceOf(before), { from: 'C', to: 'F' }).filter(
      (one) => one.kind === 'open-stroke',
    );
    const changed = writeChart((remedy?.commands ?? []).reduce(withCommand, before));
    expect(windowIn(changed)).toBeGreaterThan(windowIn(only));
  });

  it('is not to be had where nothing is known of the chords', () => {
    expect(slowRemedies(song, work, { from: 'H', to: 'X' })).toEqual([]);
  });
});

describe('a stroke left open for one student', () => {
  const { song } = readChart(
    'tempo: 120\npattern eights 4/4: D U D U D U D U\n[Verse] pattern eights\n| G | D | Em | C |',
  );

  it('is the last before the change, in that student’s song alone', () => {
    const own = songFor(song, [{ kind: 'open-stroke', from: 'G', to: 'D' }]);
    const strokes = own.patterns.map(({ strokes: written }) => written);
    expect(own.patterns).toHaveSize(2);
    expect(strokes[1]?.join()).not.toBe(strokes[0]?.join() ?? '');
    expect(song.patterns).toHaveSize(1);
    expect(songFor(song, [{ kind: 'open-stroke', from: 'G', to: 'X' }])).toEqual(song);
  });
});
