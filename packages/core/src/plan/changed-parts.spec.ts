import { readChart } from '../chart';
import { changedParts } from './index';

const CHART = `tempo: 92
pattern eights 4/4: D U D U D U D U
[Verse] pattern eights
| G | D |
[Chorus]
| Em | C |
[Out = Verse]
2: | G |
`;
const { song } = readChart(CHART);
const after = (from: string, to: string) => readChart(CHART.replace(from, to), song).song;
const names = (from: string, to: string) =>
  changedParts(song, after(from, to)).map(({ name }) => name);

describe('the parts of a song that are played otherwise', () => {
  it('are none where nothing that is played changed', () => {
    expect(names('tempo: 92', 'tempo: 80')).toEqual([]);
    expect(names('', '')).toEqual([]);
  });

  it('are those with another chord, bar or stroke, and what derives from them', () => {
    expect(names('| Em | C |', '| Em | Am |')).toEqual(['Chorus']);
    expect(names('| Em | C |', '| Em | C | C |')).toEqual(['Chorus']);
    expect(names('| G | D |', '| Em | D |').length).toBe(2);
    expect(names('D U D U D U D U', 'D - D U D U D U').length).toBe(2);
    expect(names('2: | G |', '2: | C |')).toHaveSize(1);
  });
});
