import { comfortableReach, fretPosition, reachBetween, USUAL_HAND, type Place } from './index';

const at = (string: number, fret: number): Place => ({ place: 6 - string, fret });

describe('the reach between two fingers', () => {
  const figures: readonly (readonly [string, Place, Place, number, number])[] = [
    ['string 6 fret 3 to string 2 fret 1', at(6, 3), at(2, 1), 0, 73.3],
    ['the same shape behind capo 5', at(6, 3), at(2, 1), 5, 60.0],
    ['string 5 fret 4 to string 1 fret 7', at(5, 4), at(1, 7), 0, 88.0],
    ['fret 1 to 5 on one string', at(5, 1), at(5, 5), 0, 126.2],
    ['fret 1 to 5 on one string behind capo 7', at(5, 1), at(5, 5), 7, 84.2],
  ];
  figures.forEach(([words, a, b, capo, mm]) => {
    it(`${words} is ${mm} mm`, () => {
      expect(reachBetween(a, b, { ...USUAL_HAND, capo })).toBeCloseTo(mm, 1);
      expect(reachBetween(b, a, { ...USUAL_HAND, capo })).toBeCloseTo(mm, 1);
    });
  });

  it('grows with the hand', () => {
    const small = { ...USUAL_HAND, stretch: 0.8 };
    expect(comfortableReach(1, 4, small)).toBeCloseTo(84, 9);
    expect(comfortableReach(4, 1, USUAL_HAND)).toBe(105 as never);
    expect(comfortableReach('T', 1, USUAL_HAND)).toBe(Infinity as never);
  });

  it('is measured on a neck whose twelfth fret halves the string', () => {
    expect(fretPosition(12, 650)).toBeCloseTo(325, 9);
    expect(fretPosition(0, 650)).toBe(0 as never);
  });
});
