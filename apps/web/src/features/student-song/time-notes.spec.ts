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
    const notes = fadedNotes([part, { ...part, to: 87 }, part, part] as never);
    expect(notes.map(({ words }) => words)).toEqual([
      'It was 92 on 11 Nov; probably 87 to 90 now.',
      'It was 92 on 11 Nov; probably 87 now.',
      'It was 92 on 11 Nov; probably 87 to 90 now.',
    ]);
    expect(notes[0]?.heading).toBe('Due a visit: C Chorus 1.');
  });

  const days = { enough: true, p10: '2026-12-03', p50: '2026-12-09', p90: '2026-12-21' } as const;
  const cases: readonly (readonly [Forecast, string])[] = [
    [days, 'probably between 3 Dec and 21 Dec, most likely about 9 Dec, as it goes now.'],
    [
      { ...days, p90: null },
      'probably between 3 Dec and next year, most likely about 9 Dec, as it goes now.',
    ],
    [{ enough: true, p10: null, p50: null, p90: null }, 'not within a year, as it goes now.'],
    [
      { enough: false, need: '2 more results with a tempo' },
      'no date yet; it needs 2 more results with a tempo.',
    ],
  ];
  for (const [forecast, words] of cases) {
    it(words, () => {
      expect(whenNotes({ title: 'C Chorus 1', goalBpm: 92, forecast })).toEqual([
        { tone: 'slate', heading: 'C Chorus 1 at 92:', words },
      ]);
    });
  }

  it('is nothing where nothing holds a song back', () => {
    expect(whenNotes(undefined)).toEqual([]);
  });
});
