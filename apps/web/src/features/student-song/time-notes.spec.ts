import type { Forecast } from '@harvu/core/forecast';
import { dayWords } from '../../ui/day-label';
import { aheadOf, checkAgainNotes, fadedNotes, whenNotes } from './time-notes';

/** Days as whoever runs the tests writes them. */
const told = (words: TemplateStringsArray, ...days: readonly string[]): string =>
  words.map((one, at) => one + (days[at] === undefined ? '' : dayWords(days[at]))).join('');

const WHEN = {
  title: 'Chorus 1',
  name: 'Chorus 1',
  goalBpm: 92,
  cleanBpm: 70,
  practisedMinutes: 100,
  minutesADay: 5,
};

describe('what time does to a song, in words', () => {
  it('tells what was held, when, and what is probably left; at most three', () => {
    const part = {
      stepId: 's',
      title: 'Chorus 1',
      was: 92,
      lastOn: '2026-11-11',
      from: 87,
      to: 90,
    };
    expect(fadedNotes([part] as never)).toEqual([
      {
        tone: 'slate',
        heading: 'Due a visit:',
        words: told`Chorus 1 was 92 on ${'2026-11-11'}, probably 87 to 90 now.`,
      },
    ]);
    const many = fadedNotes([part, { ...part, to: 87 }, part, part, part] as never);
    expect(many.length).toBe(1);
    expect(many[0]?.words).toContain('probably 87 now;');
    expect(many[0]?.words).toMatch(/; and 2 more\.$/);
    expect(fadedNotes([])).toEqual([]);
  });

  const days = { enough: true, p10: '2026-12-03', p50: '2026-12-09', p90: '2026-12-21' } as const;
  const cases: readonly (readonly [Forecast, string])[] = [
    [
      days,
      told`probably between ${'2026-12-03'} and ${'2026-12-21'}, an even chance by ${'2026-12-09'}, as it goes now.`,
    ],
    [
      { ...days, p90: null },
      told`probably between ${'2026-12-03'} and next year, an even chance by ${'2026-12-09'}, as it goes now.`,
    ],
    [{ enough: true, p10: null, p50: null, p90: null }, 'not within a year, as it goes now.'],
    [
      { enough: false, need: '2 more results with a tempo' },
      'no date yet; it needs 2 more results with a tempo.',
    ],
  ];
  for (const [forecast, words] of cases) {
    it(words, () => {
      expect(whenNotes({ ...WHEN, forecast }, true)).toEqual([
        { tone: 'slate', heading: 'Chorus 1 at 92:', words },
      ]);
    });
  }

  it('is nothing where nothing holds a song back, and no lack is told to a student', () => {
    expect(whenNotes(undefined, true)).toEqual([]);
    const forecast = { enough: false, need: '2 more results' } as const;
    expect(whenNotes({ ...WHEN, forecast }, false)).toEqual([]);
  });
});

describe('where a line is probably going', () => {
  const forecast: Forecast = {
    enough: true,
    p10: '2026-12-03',
    p50: '2026-12-09',
    p90: '2026-12-21',
  };

  it('is told in minutes of practice, by the minutes of a usual day', () => {
    expect(aheadOf({ ...WHEN, forecast }, '2026-11-27')).toEqual({
      name: 'Chorus 1',
      fromMinutes: 100,
      fromBpm: 70,
      early: 130,
      likely: 160,
      late: 220,
      words: told`Chorus 1 at 92 bpm: probably between ${'2026-12-03'} and ${'2026-12-21'}, an even chance by ${'2026-12-09'}.`,
    });
  });

  it('is nothing where nobody knows, or nothing is held or practised', () => {
    const none = { enough: false, need: 'more' } as const;
    expect(aheadOf({ ...WHEN, forecast: none }, '2026-11-27')).toBeNull();
    expect(aheadOf({ ...WHEN, cleanBpm: null, forecast }, '2026-11-27')).toBeNull();
    expect(aheadOf({ ...WHEN, minutesADay: 0, forecast }, '2026-11-27')).toBeNull();
  });
});

describe('a part that was changed', () => {
  it('is played once more, and told until it was', () => {
    const changed = { on: '2026-11-20', names: ['Chorus'] } as const;
    expect(checkAgainNotes(changed)[0]?.words).toBe(
      told`Chorus changed on ${'2026-11-20'}: play it once more as it stands now.`,
    );
    expect(checkAgainNotes(null)).toEqual([]);
  });
});
