import { readChart } from '../chart';
import { songPatterns } from '../timeline';
import { handsIn, partsOf } from './index';

const PATTERNS =
  'pattern roll 4/4: p i m i p i m i\npattern slap 4/4: D U x U D U x U\npattern same 4/4: D U x U D U x U\nriff lamps 4/4: 4: 0 2 3 2\n';
const handsOf = (body: string) => {
  const { song } = readChart(`tempo: 92\nmeter: 4/4\n${PATTERNS}${body}`);
  return handsIn(partsOf(song), songPatterns(song)).map(({ number, names }) => [number, ...names]);
};

describe('the hand of each section where it comes', () => {
  it('is told where it is not one and the same all through', () => {
    expect(handsOf('[Verse] pattern roll\n| G | C |\n[Chorus] pattern slap\n| G | C |')).toEqual([
      [1, 'roll'],
      [2, 'slap'],
    ]);
    expect(handsOf('[Verse] pattern roll\n| G |\n[Chorus] pattern roll\n| C D |')).toEqual([]);
  });

  it('has one number wherever it comes, by whichever name', () => {
    const body =
      'map: Verse, Chorus, Verse, Out\n[Verse] pattern roll\n| G |\n[Chorus] pattern slap\n| C |\n[Out] pattern same\n| G |';
    expect(handsOf(body).map(([number]) => number)).toEqual([1, 2, 1, 2]);
  });

  it('is told by riffs, and as plain strums where nothing is said', () => {
    expect(handsOf('[Intro] riff lamps\n| G |\n[Verse]\n| G C | D |')).toEqual([[1, 'lamps'], [2]]);
  });

  it('is that of the layer it is played in', () => {
    const body = 'map: Verse, Verse layer bare\n[Verse] pattern slap\n| G | C |';
    expect(handsOf(body)).toEqual([[1, 'slap'], [2]]);
  });
});
