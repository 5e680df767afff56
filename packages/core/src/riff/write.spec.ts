import fc from 'fast-check';
import { runs } from '../testing/runs';
import { readRiff } from './read';
import { writeRiff } from './write';

const written = (body: string, meterBeats = 4): string =>
  writeRiff(readRiff(body, { meterBeats, strings: 6 }), { meterBeats });

const CASES: readonly (readonly [typed: string, kept: string])[] = [
  ['3: 2 . 4 .', '3: 2 4'],
  ['4:2 3 3:0', '4: 2 3 3: 0'],
  ['5:3+3:0 2: 1', '5:3+3:0 2: 1'],
  ["3: h4 /7 7b2rv 12o 0'p", "3: h4 /7 7b2rv 12o 0'p"],
  ['3: 2 - 4 -', '3: 2 - 4 -'],
  ['6: 3 | . | 2', '6: 3 | . | 2'],
  ['1: {7 5 3} 0', '1: 7 5 3 0 . .'],
  ['3: 2 (h4) (2:3+1:0) (1: 3)', '3: 2 (h4) (2:3+1:0) (1:3)'],
  ['3: 2 4 , 5 7 | 2 ,', '3: 2 4 , 5 7 | 2 ,'],
  ['6: 3 5 | %', '6: 3 5 | 3 5'],
];

const fret = fc.integer({ min: 0, max: 15 }).map(String);
const sign = fc.constantFrom('', '', '', 'h', 'p', '/', '\\');
const after = fc.constantFrom('', '', 'v', 'b2', 'b1r', 'm', "'p", "'i", 'o');
const note = fc.tuple(sign, fret, after).map((parts) => parts.join(''));
const single = fc
  .tuple(fc.integer({ min: 1, max: 6 }), note)
  .map(([string, one]) => `${string}:${one}`);
const double = fc.tuple(note, note).map(([low, high]) => `5:${low}+2:${high}`);
const token = fc.oneof(
  single,
  single,
  double,
  fc.constantFrom('-', 'x'),
  single.map((one) => `(${one})`),
);
const bar = fc
  .array(token, { minLength: 1, maxLength: 8 })
  .map((tokens) => `6:0 . ${tokens.join(' ')} .`);
const body = fc.array(bar, { minLength: 1, maxLength: 4 }).map((bars) => bars.join(' | '));

describe('a riff as it is kept', () => {
  for (const [typed, kept] of CASES) {
    it(`is ${kept}`, () => {
      expect(written(typed)).toBe(kept);
      expect(written(kept)).toBe(kept);
    });
  }

  it('has the same notes when it is read again, whatever was typed', () => {
    fc.assert(
      fc.property(body, fc.constantFrom(3, 4, 7), (typed, meterBeats) => {
        const frame = { meterBeats, strings: 6 };
        const { faults: _faults, ...first } = readRiff(typed, frame);
        const again = readRiff(writeRiff(first, frame), frame);
        expect(again).toEqual({ ...first, faults: [] });
      }),
      runs(150),
    );
  });
});
