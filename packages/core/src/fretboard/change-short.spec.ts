import { USUAL_CONVENTIONS } from '../conventions';
import { STANDARD_TUNING } from '../pitch';
import { changeBetween, handWords, parseGrip, shortLine, USUAL_HAND, type Fingers } from './index';

const words = handWords(USUAL_CONVENTIONS, { tuning: STANDARD_TUNING, capo: 0 });

function held(text: string, fingers: string): { grip: (number | null)[]; fingers: Fingers } {
  const grip = [...(parseGrip(text) ?? [])];
  const named = [...fingers].map((one) => (one === '.' ? null : Number(one)));
  return { grip, fingers: named as unknown as Fingers };
}

describe('a change said short', () => {
  const cases: readonly (readonly [string, string, string, string, string])[] = [
    [
      'x32010',
      '.32.1.',
      '133211',
      '134211',
      '3 stays. Lay 1 flat at fret 1. 2 to string 3 fret 2. 4 to string 4 fret 3.',
    ],
    ['133211', '134211', '355433', '134211', 'The whole shape moves two frets up.'],
    ['022000', '.23...', '022100', '.231..', '2 and 3 stay. 1 to string 3 fret 1.'],
    ['022100', '.231..', '022000', '.23...', '2 and 3 stay. 1 lifts.'],
    ['320003', '21...3', 'xx0232', '...132', '1, 2 and 3 go to new places.'],
    ['244222', '134111', 'x24432', '.13421', '1 stays. 2, 3 and 4 go to new places.'],
  ];
  for (const [from, before, to, after, line] of cases) {
    it(`is "${line}" for ${from} to ${to}`, () => {
      const change = changeBetween(held(from, before), held(to, after), { hand: USUAL_HAND });
      const said = shortLine(change, words);
      expect(said).toBe(line);
    });
  }
});
