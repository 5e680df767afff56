import fc from 'fast-check';
import { EMPTY_SONG } from '@harvu/core/song';
import { readChart } from '@harvu/core/chart';
import {
  checked,
  isRealDate,
  newPersonSchema,
  newRequestSchema,
  newEventSchema,
  songDocumentSchema,
} from './index';
import { exactly, whole, words } from './fields';

const WISH = { title: 'Pebble Road', playedBy: '', why: '', wantedBy: null };
const TRY = {
  id: '6f1c1f0e-3f1c-4b52-9c43-0c0b5b1d2a77',
  kind: 'try',
  stepId: 'section:s1',
  day: '2026-11-24',
  revision: 1,
  at: '2026-11-24T16:05:00.000Z',
  bpm: 66,
  clean: true,
  passes: 1,
  seconds: 21,
};

const TAKE = {
  ...{ kind: 'take', stepId: 'section:a:full', bpm: 80, from: 'microphone', clean: false },
  ...{ strokes: 48, missed: 1, extra: 0, spreadMs: 12, driftPercent: 0.4, seconds: 24 },
  changes: [{ from: 'G', to: 'C', lateMs: 90, leavesS: 0.33 }],
};

describe('days', () => {
  const days: readonly (readonly [string, boolean])[] = [
    ['2026-02-28', true],
    ['2028-02-29', true],
    ['2026-02-29', false],
    ['2026-13-01', false],
    ['2026-00-10', false],
    ['1899-12-31', false],
    ['24.11.2026', false],
    ['', false],
  ];
  days.forEach(([day, isReal]) => {
    it(`such as "${day}" ${isReal ? 'exist' : 'do not exist'}`, () =>
      expect(isRealDate(day)).toBe(isReal));
  });
});

describe('an object of exactly the fields of its type', () => {
  interface Named {
    readonly name: string;
    readonly bars?: number;
  }
  const bars = whole(1, 9);

  it('does not compile where a field is missing, too many or of another type', () => {
    const schema = exactly<Named>()({ name: words(9), bars: bars.optional() });
    expect(checked(schema, { name: 'Verse', bars: 4 }).ok).toBeTrue();
    // @ts-expect-error -- without its bars
    exactly<Named>()({ name: words(9) });
    // @ts-expect-error -- nothing is said of a mood
    exactly<Named>()({ name: words(9), bars, mood: words(9) });
    // @ts-expect-error -- a name is no number
    exactly<Named>()({ name: bars, bars });
  });
});

describe('what crosses the wire', () => {
  it('is given back as it was when it fits', () => {
    expect(checked(newRequestSchema, WISH)).toEqual({ ok: true, value: WISH });
    expect(checked(newEventSchema, TRY).ok).toBeTrue();
  });

  const faults: readonly (readonly [string, unknown, string])[] = [
    ['a field too many', { ...TRY, mood: 'good' }, 'mood'],
    ['a time that does not exist', { ...TRY, at: '2026-02-30T10:00:00.000Z' }, 'at'],
    ['a time without a zone', { ...TRY, at: '2026-02-20T10:00:00' }, 'at'],
    ['a tempo written as text', { ...TRY, bpm: '66' }, 'bpm'],
    ['no number', { ...TRY, seconds: NaN }, 'seconds'],
    ['an id that is none', { ...TRY, id: '1' }, 'id'],
    ['a day that does not exist', { ...TRY, day: '2026-02-30' }, 'day'],
    ['who says so', { ...TRY, source: 'teacher' }, 'source'],
  ];
  faults.forEach(([what, value, field]) => {
    it(`tells ${what} at its field`, () => {
      const result = checked(newEventSchema, value);
      expect(result.ok ? '' : result.fault.field).toBe(field);
    });
  });

  const { id, at, day, revision } = TRY;
  const happened = { id, at, day, revision };
  const others: readonly (readonly [unknown, boolean])[] = [
    [{ ...happened, kind: 'where', of: id, bar: 3 }, true],
    [{ ...happened, kind: 'where', of: id, bar: 0 }, false],
    [{ ...happened, kind: 'time', stepId: 'ready', bpm: null, seconds: 20 }, true],
    [{ ...happened, kind: 'time', stepId: 'ready', bpm: 60, seconds: 20_000 }, false],
    [{ ...happened, ...TAKE }, true],
    [{ ...happened, ...TAKE, from: 'a friend' }, false],
    [{ ...happened, ...TAKE, changes: [{ from: 'G', to: 'C', lateMs: NaN, leavesS: 1 }] }, false],
    [{ ...happened, ...TAKE, sound: 'data:audio/wav;base64,AAAA' }, false],
    [
      {
        ...happened,
        kind: 'drill',
        stepId: 'change:G:C',
        from: 'G',
        to: 'C',
        count: 40,
        seconds: 60,
      },
      true,
    ],
    [
      {
        ...happened,
        kind: 'drill',
        stepId: 'change:G:C',
        from: 'G',
        to: 'C',
        count: 0,
        seconds: 60,
      },
      false,
    ],
    [{ ...happened, kind: 'strokes', stepId: 'hand:a', perSecond: 4.2, seconds: 30 }, true],
    [{ ...happened, kind: 'strokes', stepId: 'hand:a', perSecond: 0, seconds: 30 }, false],
    [{ ...happened, kind: 'ring', stepId: 'grip:G', grip: 'G', struck: [2, 1], dull: [] }, true],
    [{ ...happened, kind: 'ring', stepId: 'grip:G', grip: 'G', struck: [], dull: [] }, false],
    [{ ...happened, kind: 'ring', stepId: 'grip:G', grip: 'G', struck: [1], dull: [99] }, false],
    [{ ...happened, kind: 'sore' }, true],
    [{ ...happened, kind: 'sore', where: 'left wrist' }, false],
    [{ ...happened, kind: 'stuck', stepId: 'ready', bar: null }, true],
    [{ ...happened, kind: 'stuck', stepId: 'ready', bar: 1.5 }, false],
  ];
  others.forEach(([event, fits]) => {
    it(`${fits ? 'takes' : 'refuses'} ${JSON.stringify(event).slice(0, 120)}`, () => {
      expect(checked(newEventSchema, event).ok).toBe(fits);
    });
  });

  it('tells a field deep inside by its whole path', () => {
    const { song } = readChart('[A]\n| G |');
    const bad = {
      ...song,
      sections: [{ ...song.sections[0], bars: [{ id: 'b1', chords: [{}] }] }],
    };
    const result = checked(songDocumentSchema, bad);
    expect(result.ok ? '' : result.fault.field).toMatch(/^sections\[0\]\.bars\[0\]\.chords\[0\]\./);
  });

  it('takes any song that a chart can be read as', () => {
    const texts = ['', 'x', '[A]\n| G? . Em! |', 'grip Q9: x02210\n[A]\n| Q9 |', '# ♯'];
    for (const text of texts) {
      expect(checked(songDocumentSchema, readChart(text).song).ok)
        .withContext(text)
        .toBeTrue();
    }
    expect(checked(songDocumentSchema, EMPTY_SONG).ok).toBeTrue();
  });

  it('knows no role but its three, and no sign-in name with signs', () => {
    const person = { name: 'A', signInName: 'a.b', password: 'long enough', role: 'student' };
    const minor = { isMinor: false, guardian: '', guardianConsentOn: null };
    const isFine = (more: object) => checked(newPersonSchema, { ...person, ...minor, ...more }).ok;
    expect(isFine({})).toBeTrue();
    expect(isFine({ role: 'guest' })).toBeFalse();
    expect(isFine({ signInName: 'A B' })).toBeFalse();
    expect(isFine({ password: 'short' })).toBeFalse();
  });
});

describe('a song as anybody types it', () => {
  const TOKENS: readonly string[] = [
    ...['|', '|', '|', 'G', 'D', 'Am7', '.', '.', '%', '-', 'N.C.', '!', '?', 'F!', 'C?', '(C/B)'],
    ...['(x2)', 'x3?', '[A]', '\n[Verse]', '\n', '2/4:', '1.', '\n2. |', 'drop 3', '6:', '<D', '♯'],
    ...['layer full', 'pattern p', '\nmap: A, Verse x2', '\ntempo: 9999', '\ncapo: 40', '\nkey: Q'],
    ...['\ngrip G: 320033', '\ngrip G: 99', '\npickup: 1', 'cue "x"', 'at 99:99', '~low', '𝄞', '#'],
    ...[
      'a'.repeat(80),
      'bars 0',
      'x99999',
      'tempo 92 to 60',
      'fade',
      'until "x"',
      '+99',
      '|:',
      ':|',
    ],
    ...[
      '\nriff r 4/4: 3: 2 4',
      '\npattern p 4/4: D U',
      'once',
      '\nsound: echo 536 ms',
      '\npicking: p6',
    ],
  ];

  it('is always one that can be kept', () => {
    const texts = fc.array(fc.constantFrom(...TOKENS), { maxLength: 18 });
    fc.assert(
      fc.property(texts, (tokens) => {
        const { song } = readChart(`[A]\n${tokens.join(' ')}`);
        expect(checked(songDocumentSchema, song).ok).withContext(tokens.join(' ')).toBeTrue();
      }),
      { numRuns: 2000 },
    );
  });
});
