import { parseGrip, USUAL_HAND } from '../fretboard';
import { STANDARD_TUNING } from '../pitch';
import { compareRiffs } from './compare';
import { intoGrip } from './into-grip';
import { readRiff } from './read';
import { leftHandOf } from './left-hand';
import { soundsOn, workOutRiff } from './worked';

const FOUR = { meterBeats: 4, strings: 6 };
const notes = (body: string) => readRiff(body, FOUR).notes;
const compare = (a: string, b: string) =>
  compareRiffs(notes(a), notes(b), {
    options: { meterBeats: 4, sounds: soundsOn(STANDARD_TUNING, 0) },
    words: {
      first: 'the first half',
      second: 'the second half',
      string: (string) => `string ${string}`,
    },
  });

const FIRST = '3: 2 4 2: 3 5 | 3: 4 2 4 . | 2: 5 3 1: 2 5 | 3: 2 . . .';
const COMPARED: readonly (readonly [second: string, line: string])[] = [
  [FIRST, 'the second half is the first half, note for note.'],
  [
    '3: 2 4 2: 3 5 | 3: 4 2 4 . | 2: 5 3 1: 2 5 | 3: 4 2 0 .',
    'the second half is the first half up to bar 4, then it ends on string 3.',
  ],
  [
    '3: 2 4 2: 3 5 | 3: 4 2 4 . | 1: 5 7 5 3 | 2: 5 3 5 .',
    'the second half is the first half up to bar 3, then it goes on differently.',
  ],
  [
    '3: 2 4 2: 3 5 | 3: 4 2 5 . | 2: 5 3 1: 2 5 | 3: 2 . . .',
    'the second half is the first half, but for bar 2 beat 3.',
  ],
  [
    '3: 4 6 2: 5 7 | 3: 6 4 6 . | 2: 7 5 1: 4 7 | 3: 4 . . .',
    'the second half is the first half: the same shape 2 frets higher.',
  ],
  [
    '1: 0 3 2 5 | 3: 4 2 4 . | 2: 5 3 1: 2 5 | 3: 2 . . .',
    'the second half begins otherwise; from bar 2 on it is the first half.',
  ],
  ['6: 0 . 3 . | 5: 0 . 2 .', 'the second half is another riff than the first half.'],
];

describe('two riffs', () => {
  for (const [second, line] of COMPARED) {
    it(`are compared in words: ${line}`, () => {
      expect(compare(FIRST, second).line).toBe(line);
    });
  }

  it('are alike in all, in their beginnings, in their ends, or in nothing', () => {
    const alike = COMPARED.map(([second]) => compare(FIRST, second).alike);
    expect(alike).toEqual(['all', 'beginning', 'beginning', 'all', 'all', 'end', 'nothing']);
  });

  it('are compared phrase by phrase', () => {
    const { phrases } = compare(FIRST, COMPARED[2]?.[0] ?? '');
    expect(phrases[0]).toBe('Phrase 1 of the second half is phrase 1 of the first half: the same.');
    expect(phrases.at(-1)).toMatch(/is new\.$/);
  });
});

describe('the hand between a riff and a grip', () => {
  const fingered = (body: string) => ({
    notes: notes(body),
    fingers: leftHandOf(notes(body), USUAL_HAND).fingers,
  });
  const grip = (text: string, fingers: readonly (1 | 2 | 3 | 4 | null)[]) => ({
    grip: parseGrip(text) ?? [],
    fingers,
  });
  const D = grip('xx0232', [null, null, null, 1, 3, 2]);

  it('keeps down what the next grip needs', () => {
    const end = { ...fingered('3: 4 2'), fingers: [3, 1] as const };
    const { stays } = intoGrip(end, D, { hand: USUAL_HAND, isOut: true });
    expect(stays).toEqual([{ finger: 1, string: 3, fret: 2 }]);
  });

  it('keeps down what the riff begins with', () => {
    const begin = { ...fingered('2: 3 5'), fingers: [3, 4] as const };
    const { stays } = intoGrip(begin, D, { hand: USUAL_HAND, isOut: false });
    expect(stays).toEqual([{ finger: 3, string: 2, fret: 3 }]);
  });

  it('is free where nothing is held', () => {
    expect(intoGrip(fingered('1: 0'), D, { hand: USUAL_HAND, isOut: true }).stays).toEqual([]);
  });
});

describe('a riff worked out', () => {
  const out = (body: string, more: { readonly pickup?: number } = {}) =>
    workOutRiff(body, { meter: { beats: 4 }, tuning: STANDARD_TUNING, hand: USUAL_HAND, ...more });

  it('holds to the fingers the teacher says', () => {
    expect(out('3: 2_3 4').left.fingers[0]).toBe(3);
    expect(out('3: 2').left.fingers[0]).not.toBe(3);
  });

  it('counts the bars after its pickup', () => {
    const { notes: all, bars, faults } = out('2: 3 5 | 3: 2 4 5 7', { pickup: 1 });
    expect(all.map((one) => one.at)).toEqual([0, '1/2', 1, 2, 3, 4]);
    expect([bars, faults.length]).toEqual([2, 0]);
  });
});
