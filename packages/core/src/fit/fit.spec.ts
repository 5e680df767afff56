import fc from 'fast-check';
import { readChart } from '../chart';
import type { Day } from '../day';
import { finishOn, makePlan, USUAL_TEACHING } from '../plan';
import { USUAL_STUDENT, type Student } from '../player';
import { fitFor, type Fit, type FitVerdict } from './index';

const TODAY: Day = '2026-11-27';
const daily = (minutes: number) => ({
  minutesByWeekday: Array<number>(7).fill(minutes),
  today: TODAY,
});
const measured = (...rows: readonly (readonly [string, string, number])[]) =>
  rows.map(([from, to, seconds]) => ({ from, to, seconds }));

const STUDENTS: Readonly<Record<string, readonly [Student, number]>> = {
  beginner: [USUAL_STUDENT, 15],
  'first year': [
    {
      ...USUAL_STUDENT,
      ownedGrips: ['G', 'D', 'Em', 'C', 'A', 'Am', 'E'],
      changes: measured(['G', 'D', 0.7], ['D', 'A', 0.6], ['Em', 'C', 0.6], ['C', 'G', 0.8]),
    },
    15,
  ],
  fluent: [
    {
      ...USUAL_STUDENT,
      ownedGrips:
        'G D Em C A Am E F F#m Bb Bm B7 Dm A7 E7 D7 C7 Gm C#m G#m Eb Fm Ab Db Cm B F#'.split(' '),
      paceFactor: 0.6,
      strokesPerSecond: 7,
    },
    30,
  ],
};

const WALTZ = 'tempo: 90\nmeter: 3/4\npattern down 3/4: D D D\n[A] pattern down\n| G | C | D | G |';
const EIGHTHS = 'tempo: 92\n[V]\n| G | D | Em | C |\n[C] x2\n| C | G | D | D |';
const BARRED =
  'tempo: 138\n[V]\n| Bb . Gm . | Eb . F . | Bm . C#m . | F#m . B . |\n[C]\n| Ab . Bb . | Cm . Fm . | Db . Eb . | Ab . Gm . |';
const ONE_BARRE = 'tempo: 84\n[V]\n| G | D | Em | F |\n[C]\n| C | G | F | C |';

const fitOf = (chart: string, who: string, more: { readonly wantedOn?: Day } = {}): Fit => {
  const [student, minutes] = STUDENTS[who] ?? [USUAL_STUDENT, 15];
  return fitFor(readChart(chart).song, { student, practice: daily(minutes), ...more });
};

describe('how well a song fits', () => {
  // What a teacher would say of these songs and students, written down before it was worked out.
  const verdicts: readonly (readonly [string, string, string, FitVerdict])[] = [
    ['three open grips in quarters', WALTZ, 'beginner', 'now'],
    ['three open grips in quarters', WALTZ, 'first year', 'now'],
    ['four open grips in eighths', EIGHTHS, 'beginner', 'simpler'],
    ['four open grips in eighths', EIGHTHS, 'first year', 'now'],
    ['four open grips in eighths', EIGHTHS, 'fluent', 'now'],
    ['one barre among open grips', ONE_BARRE, 'beginner', 'simpler'],
    ['one barre among open grips', ONE_BARRE, 'fluent', 'now'],
    ['barres at every half bar', BARRED, 'beginner', 'later'],
    ['barres at every half bar', BARRED, 'first year', 'later'],
  ];
  for (const [name, chart, who, verdict] of verdicts) {
    it(`is "${verdict}" for ${name} and a ${who} student`, () => {
      expect(fitOf(chart, who).verdict).toBe(verdict);
    });
  }

  it('takes the plan’s own minutes and days', () => {
    for (const chart of [WALTZ, EIGHTHS, BARRED])
      for (const [student, minutes] of Object.values(STUDENTS)) {
        const { song } = readChart(chart);
        const { time } = makePlan(song, { student, teaching: USUAL_TEACHING });
        const found = fitFor(song, { student, practice: daily(minutes) });
        expect(found.time).toEqual(time);
        expect(found.readyOn.likely).toBe(finishOn(time.minutes, daily(minutes)));
        expect(found.weeks?.likely).toBeCloseTo(time.minutes / (7 * minutes), 9);
      }
  });

  it('counts what is owned, and names what is new', () => {
    const none = fitOf(EIGHTHS, 'beginner');
    expect([none.owned, none.newGrips.join(' '), none.gripCount]).toEqual([0, 'G D Em C', 4]);
    expect(none.newChanges.length).toBe(5);
    const some = fitOf(EIGHTHS, 'first year');
    expect(some.newGrips).toEqual([]);
    expect(some.owned).toBeGreaterThan(0.7);
    const all = readChart('tempo: 60\npattern down 4/4: D D D D\n[A] pattern down\n| G | D |').song;
    const student = {
      ...{ ...USUAL_STUDENT, ownedGrips: ['G', 'D'] },
      changes: measured(['G', 'D', 0.4]),
    };
    expect(fitFor(all, { student, practice: daily(10) }).owned).toBe(1);
  });

  it('never owns less, or takes longer, for one who owns more', () => {
    const names = ['G', 'D', 'Em', 'C'] as const;
    const { song } = readChart(EIGHTHS);
    const of = (ownedGrips: readonly string[]): Fit =>
      fitFor(song, { student: { ...USUAL_STUDENT, ownedGrips }, practice: daily(15) });
    fc.assert(
      fc.property(fc.subarray([...names]), fc.constantFrom(...names), (owned, more) => {
        const [before, after] = [of(owned), of([...new Set([...owned, more])])];
        expect(after.owned).toBeGreaterThanOrEqual(before.owned);
        expect(after.time.minutes).toBeLessThanOrEqual(before.time.minutes + 1e-9);
      }),
      { numRuns: 12 },
    );
  });

  it('starts in each layer below the goal, and says the slowest change beside its time', () => {
    const { startBpm, goalBpm, slowest } = fitOf(ONE_BARRE, 'first year');
    for (const start of Object.values(startBpm)) {
      expect(start).toBeLessThanOrEqual(goalBpm);
      expect(start).toBeGreaterThanOrEqual(goalBpm / 2);
    }
    expect(Object.keys(startBpm)).toEqual(['bare', 'pulse', 'full']);
    expect([slowest?.from, slowest?.to]).toContain('F');
    expect(slowest?.seconds).toBeGreaterThan(slowest?.windowSeconds ?? 9);
  });

  it('is for later with what has to come first, barres before the rest', () => {
    const { after, because } = fitOf(BARRED, 'first year');
    expect(after.length).toBe(3);
    expect(because).toContain('First B♭');
    expect(because).toContain('much is new at once');
  });

  it('measures against the day it is wanted for', () => {
    expect(fitOf(EIGHTHS, 'first year', { wantedOn: '2026-11-29' }).stops).toContain('long');
    expect(fitOf(EIGHTHS, 'first year', { wantedOn: '2027-03-01' }).verdict).toBe('now');
  });

  it('tells no weeks where nobody practises, and no figure of nothing', () => {
    const { song } = readChart(EIGHTHS);
    const idle = fitFor(song, { practice: daily(0) });
    expect([idle.weeks, idle.readyOn.likely, idle.verdict]).toEqual([null, null, 'later']);
    expect(idle.because).toMatch(/^No minutes of practice are agreed/);
    expect(fitFor(readChart('').song, { practice: daily(10) }).because).toMatch(/^Nothing of it/);
  });
});
