import { readChart } from '../chart';
import { USUAL_CONVENTIONS, type Conventions } from '../conventions';
import { makeSteps, workpieceOf } from '../steps';
import { sceneOf, type Scene } from './index';

const CHART =
  'tempo: 92\ncapo: 2\npattern eights 4/4: D U D U D - D U\n[Verse] pattern eights\n| G | D . Em . |\n[Lift] cue "lamps on"\n| C | - |\ncue 2 "wait"';

function sceneFor(title: string, conventions: Partial<Conventions> = {}): Scene {
  const { song } = readChart(CHART);
  const work = workpieceOf(song);
  const step = makeSteps(work).findLast(
    (one) => one.title.startsWith(title) && one.kind !== 'join',
  );
  if (!step) throw new Error(title);
  return sceneOf(step, { song, work, conventions: { ...USUAL_CONVENTIONS, ...conventions } });
}

describe('what is seen while a step is practised', () => {
  it('has each chord as it is said, and each grip drawn', () => {
    const { chords, grips } = sceneFor('Verse');
    expect(chords['G']).toEqual({ name: 'G', other: 'sounds A' });
    expect(Object.keys(grips).sort()).toEqual(['D', 'Em', 'G']);
    const sounding = sceneFor('Verse', { names: 'sounding' }).chords['G'];
    expect(sounding).toEqual({ name: 'A', other: 'shape G' });
  });

  it('tells what the fingers do in each change, over the end and round again too', () => {
    const { changes } = sceneFor('Verse');
    expect(Object.keys(changes)).toEqual(['G D', 'D Em', 'Em G']);
    expect(changes['Em G']?.line).toMatch(/finger/i);
    expect(changes['Em G']?.to.shapes.length).toBeGreaterThan(10);
  });

  it('has the strings of a grip that are to ring, from the thickest, and only while grips are learnt', () => {
    const { ringing } = sceneFor('Grips');
    expect(ringing.map(({ grip }) => grip)).toEqual(['G', 'D', 'Em']);
    expect(ringing[1]?.strings.map(({ number, name, midi }) => [number, name, midi])).toEqual([
      [4, 'String 4', 52],
      [3, 'String 3', 59],
      [2, 'String 2', 64],
      [1, 'String 1', 68],
    ]);
    expect(ringing[1]?.strings[0]?.advice).not.toBe('');
    expect(sceneFor('Verse').ringing).toEqual([]);
  });

  it('tells which grips load the hand: a full barre, a wide reach, the thumb over the neck', () => {
    const loading = (chart: string): readonly string[] => {
      const { song } = readChart(chart);
      const work = workpieceOf(song);
      const step = makeSteps(work).find(({ kind }) => kind === 'listen');
      if (!step) throw new Error('nothing to listen to');
      return sceneOf(step, { song, work, conventions: USUAL_CONVENTIONS }).loading;
    };
    expect(loading('[A]\n| G | D | Em | C |')).toEqual([]);
    expect(loading('grip F: 133211\n[A]\n| C | F |')).toEqual(['F']);
    expect(loading('grip F: xx3211\n[A]\n| C | F |')).toEqual([]);
    expect(loading('grip D/F#: 2x0232 fingers T..132\n[A]\n| G | D/F# |')).toEqual(['D/F#']);
  });

  it('draws the hand in each bar, the same lane once', () => {
    const { lanes } = sceneFor('Verse');
    expect(lanes[0]?.drawing).toBe(lanes[1]?.drawing);
    expect(lanes[1]?.beats).toEqual([4, 4.5, 5, 5.5, 6, 6.5, 7, 7.5]);
  });

  it('goes through the map with its cues where the whole song is played, and nowhere else', () => {
    expect(sceneFor('Verse').map).toEqual([]);
    expect(sceneFor('Whole').map).toEqual([
      { occurrence: 0, bar: 0, cue: '' },
      { occurrence: 0, bar: 1, cue: '' },
      { occurrence: 1, bar: 0, cue: 'lamps on' },
      { occurrence: 1, bar: 1, cue: 'wait' },
    ]);
  });

  it('clicks at the song’s tempo only where one listens', () => {
    expect([sceneFor('Follow').listenBpm as number | null, sceneFor('Verse').listenBpm]).toEqual([
      92,
      null,
    ]);
  });

  it('names the strings from the thickest, whatever their tuning', () => {
    const { strings, capo } = sceneFor('Tune');
    expect(strings.map((one) => `${one.number} ${one.note}`)).toEqual([
      ...['6 E', '5 A', '4 D', '3 G', '2 B', '1 E'],
    ]);
    expect(capo).toBe(2);
  });
});
