import { readChart } from '../chart';
import { EMPTY_PASS, passOf, workpieceOf } from '../steps';
import { placeIn } from './index';

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
});
