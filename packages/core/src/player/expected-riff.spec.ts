import { readChart } from '../chart';
import { expectedOf } from './expected';

const SONG = readChart(
  'tempo: 60\nmeter: 4/4\npattern downs 4/4: D D D D\nriff a 4/4: 3: 2 x 2: 5+1:3 .\n[A] pattern downs riff a in 2\n| G | D | D | G |',
).song;

describe('what is to be heard of a riff', () => {
  const { strokes } = expectedOf(SONG, { from: 2, to: 3 });

  it('is each note at its time on its string, a dead one as muted, two together as one', () => {
    expect(
      strokes.slice(0, 3).map(({ atS, kind, strings }) => `${atS} ${kind} ${strings.join()}`),
    ).toEqual(['0 pluck 3', '1 mute 3', '2 pluck 2,1']);
  });

  it('holds no chord: the first that is held behind it is a change', () => {
    expect(strokes.map((one) => one.chordChange === true)).toEqual([
      ...[false, false, false],
      ...[true, false, false, false],
    ]);
  });

  it('is strummed in barer layers', () => {
    const bare = expectedOf(SONG, { from: 2, to: 2, layer: 'bare' });
    expect(bare.strokes.map((one) => one.kind)).toEqual(['down']);
  });
});
