import fc from 'fast-check';
import { handPath, parseMeter, readPattern } from './index';

function path(meter: string, strokes: string): string {
  const parsed = parseMeter(meter);
  const read = parsed && readPattern(parsed, strokes.split(' '));
  if (!read?.ok) throw new Error(strokes);
  return handPath(read.pattern.slots)
    .map((one) => one[0])
    .join('');
}

describe('the way of the strumming hand', () => {
  const cases: readonly (readonly [string, string, string])[] = [
    ['4/4', 'D U D U D - D U', 'dudududu'],
    ['4/4', 'D - D U - U D U', 'dudududu'],
    ['4/4', 'D D D D', 'dddd'],
    ['12/8', 'D - - D - U D - - D - U', 'dwudwudwudwu'],
    ['6/8', 'D - - D U D', 'dwudud'],
    ['6/8', 'D - - - - -', 'dududu'],
    ['3/4', 'D - D U D -', 'dududu'],
    ['4/4', '- - D -', 'dudu'],
    ['4/4', '- - - -', 'wwww'],
    ['4/4', 'D - x -', 'dudu'],
  ];
  for (const [meter, strokes, ways] of cases) {
    it(`is ${ways} for ${strokes} in ${meter}`, () => {
      expect(path(meter, strokes)).toBe(ways);
    });
  }

  it('keeps every stroke as it is written, and comes back between two the same way', () => {
    const slot = fc.constantFrom('D', 'U', '-', '-');
    fc.assert(
      fc.property(fc.array(slot, { minLength: 12, maxLength: 12 }), (strokes) => {
        const ways = path('12/8', strokes.join(' '));
        strokes.forEach((one, at) => {
          if (one !== '-') expect(ways[at]).toBe(one.toLowerCase());
        });
        const moved = ways.replaceAll('w', '');
        const isNeighbour = (at: number): boolean =>
          strokes[at] !== '-' && strokes[(at + 1) % 12] === strokes[at];
        const neighbours = strokes.filter((_, at) => isNeighbour(at)).length;
        const same = [...moved].filter((one, at) => one === moved[(at + 1) % moved.length]).length;
        // Only strokes that are written side by side the same way have no way back.
        if (moved.length > 1) expect(same).toBe(neighbours);
      }),
    );
  });
});
