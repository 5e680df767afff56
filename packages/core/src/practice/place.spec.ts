import { readChart } from '../chart';
import { passOf, workpieceOf } from '../steps';
import { EMPTY_PASS } from '../steps/pass';
import { clicksOf, secondsAt } from '../timeline';
import { beatAfter, beatInRecording, placeIn } from './index';

const work = workpieceOf(readChart('tempo: 92\n[Verse]\n| G | D | Em | D |').song);
const VERSE = work.parts[0]?.id ?? '';

describe('a pass', () => {
  it('knows where it is at every beat, over its end and round again', () => {
    const pass = passOf({ kind: 'section', atoms: [VERSE], layer: 'full' }, work);
    expect(pass.stretch.beats).toBe(16);
    expect(placeIn(pass, 0)).toEqual({
      bar: 0,
      beat: 0,
      now: 'G',
      next: 'D',
      beatsToNext: 4,
      passesDone: 0,
    });
    expect(placeIn(pass, 6.5)).toEqual({
      bar: 1,
      beat: 2,
      now: 'D',
      next: 'Em',
      beatsToNext: 2,
      passesDone: 0,
    });
    expect(placeIn(pass, 15.9)).toEqual({
      bar: 3,
      beat: 3,
      now: 'D',
      next: 'G',
      beatsToNext: 1,
      passesDone: 0,
    });
    expect(placeIn(pass, 17)).toEqual(jasmine.objectContaining({ bar: 0, beat: 1, passesDone: 1 }));
    expect(placeIn(pass, -1)).toBeUndefined();
    expect(placeIn(EMPTY_PASS, 1)).toBeUndefined();
  });

  it('knows the beat by the clicks, each bar in its own tempo', () => {
    const { song } = readChart(
      'tempo: 120\nmap: A, B tempo 60, A tempo 66 to 40\n[A]\n| G | 2/4: D |\n[B]\n| C |',
    );
    const pass = passOf({ kind: 'whole', atoms: [] }, workpieceOf(song));
    const { stretch } = pass;
    const score = { clicks: clicksOf(stretch), lastsS: stretch.lasts };
    const at = (atS: number): number => beatAfter(score, stretch.beats, atS);
    for (const laid of stretch.bars) {
      expect(at(secondsAt(laid, 1))).toBeCloseTo(laid.from + 1, 6);
      expect(at(secondsAt(laid, '3/2'))).toBeCloseTo(laid.from + 1.5, 1);
    }
    expect([at(-1), at(0), at(1e6)]).toEqual([0, 0, stretch.beats]);
    expect(beatAfter({ clicks: [], lastsS: 0 }, 0, 1)).toBe(0);
  });
});

describe('the beat that sounds in a recording', () => {
  const bars = [
    { from: 0, until: 4 },
    { from: 4, until: 7 },
  ];
  const cases: readonly (readonly [number, number | null])[] = [
    [9.9, null],
    [10, 0],
    [11, 2],
    [12, 4],
    [14, 6],
    [15, 7],
    [99, 7],
  ];
  for (const [atS, beat] of cases) {
    it(`is ${beat} at ${atS} s`, () => {
      expect(beatInRecording(bars, [10, 12, 15], atS)).toBe(beat);
    });
  }

  it('is none where nothing is known of the recording', () => {
    expect(beatInRecording(bars, [], 3)).toBeNull();
  });
});
