import type { Forecast } from '@harvu/core/forecast';
import { fadedNotes, whenNotes } from './time-notes';

describe('what time does to a song, in words', () => {
  it('tells what was held, when, and what is probably left; at most three', () => {
    const part = {
      stepId: 's',
      title: 'C Chorus 1',
      was: 92,
      lastOn: '2026-11-11',
      from: 87,
      to: 90,
    };
    expect(fadedNotes([part] as never)).toEqual([
      {
        ...{ tone: 'slate', heading: 'Due a visit:' },
        words: 'C Chorus 1 was 92 on 11 Nov, probably 87 to 90 now.',
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
    [days, 'probably between 3 Dec and 21 Dec, an even chance by 9 Dec, as it goes now.'],
    [
      { ...days, p90: null },
      'probably between 3 Dec and next year, an even chance by 9 Dec, as it goes now.',
    ],
    [{ enough: true, p10: null, p50: null, p90: null }, 'not within a year, as it goes now.'],
    [
      { enough: false, need: '2 more results with a tempo' },
      'no date yet; it needs 2 more results with a tempo.',
    ],
  ];
  for (const [forecast, words] of cases) {
    it(words, () => {
      expect(whenNotes({ title: 'C Chorus 1', goalBpm: 92, forecast }, true)).toEqual([
        { tone: 'slate', heading: 'C Chorus 1 at 92:', words },
      ]);
    });
  }

  it('is nothing where nothing holds a song back, and no lack is told to a student', () => {
    expect(whenNotes(undefined, true)).toEqual([]);
    const forecast = { enough: false, need: '2 more results' } as const;
    expect(whenNotes({ title: 'C Chorus 1', goalBpm: 92, forecast }, false)).toEqual([]);
  });
});
