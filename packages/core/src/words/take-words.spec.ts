import { judgeTake, measuresOf, type ExpectedTime } from '../take';
import { sayTake } from './index';

const STROKES: readonly ExpectedTime[] = Array.from({ length: 24 }, (_, at) => ({
  ...{
    atS: at * 0.33,
    chord: ['G', 'Bm', 'A'][Math.floor(at / 8)] ?? 'G',
    bar: Math.floor(at / 8),
  },
  ...(at % 8 === 0 && { chordChange: true }),
}));
const PLAYED = STROKES.map(({ atS }) => atS);
const late = (by: number, ...at: readonly number[]): readonly number[] =>
  PLAYED.map((one, place) => (at.includes(place) ? one + by : one));

function said(heard: readonly number[], isExact = true): string {
  const measures = measuresOf(STROKES, heard);
  const verdict = judgeTake(STROKES, measures, { isExact });
  return sayTake(STROKES, { measures, verdict }, { isExact, called: (name) => name }).verdict;
}

describe('what is said of a take', () => {
  const FACTS: readonly (readonly [readonly number[], string])[] = [
    [PLAYED, 'Clean: every stroke came in time.'],
    [
      late(0.09, 8),
      'Clean; the change from G to Bm comes 90 ms late in bar 2: it took 0.42 s, the pattern leaves 0.33 s.',
    ],
    [late(0.15, 5), 'Not clean yet: a stroke in bar 1 comes 150 ms late.'],
    [late(-0.15, 13), 'Not clean yet: a stroke in bar 2 comes 150 ms early.'],
    [PLAYED.filter((_, at) => at !== 20), 'Not clean yet: a stroke in bar 3 is missing.'],
    [
      PLAYED.map((one, at) => (at < 16 ? one : one + 0.8)),
      'Not clean yet: there was a stop in bar 3, at the change to A.',
    ],
    [PLAYED.map((one) => one * 1.08), 'Not clean yet: it goes 7.4 % slower than the click.'],
    [PLAYED.map((one) => one * 2), 'Not clean yet: it goes 50 % slower than the click.'],
    [PLAYED.slice(0, 14), 'Not clean yet: it ends in bar 2.'],
    [PLAYED.slice(9), 'Not clean yet: it begins in bar 2.'],
    [
      PLAYED.filter((_, at) => at % 2 === 0),
      'Not clean yet: 12 of 24 strokes are missing, all through.',
    ],
    [
      [...PLAYED, ...PLAYED.map((one) => one + 0.03)].sort((a, b) => a - b),
      'Clean: every stroke came in time.',
    ],
    [[], 'Nothing was heard: play nearer to the device, or a little louder.'],
  ];
  for (const [heard, words] of FACTS)
    it(`is "${words}"`, () => {
      expect(said(heard)).toBe(words);
    });

  it('tells a change by the middle of all its times', () => {
    const twice = [...STROKES, ...STROKES.map((one) => ({ ...one, atS: one.atS + 24 * 0.33 }))];
    const heard = twice.map(({ atS }, at) => atS + (at === 8 ? 0.2 : at === 32 ? 0.18 : 0));
    const measures = measuresOf(twice, heard);
    const verdict = judgeTake(twice, measures, { isExact: true });
    const words = { isExact: true, called: (name: string) => name };
    expect(sayTake(twice, { measures, verdict }, words).verdict).toContain('late each time');
  });

  it('does not say of a microphone that a stroke is missing', () => {
    expect(
      said(
        PLAYED.filter((_, at) => at !== 20 && at !== 12),
        false,
      ),
    ).toContain('was not heard');
  });
});
