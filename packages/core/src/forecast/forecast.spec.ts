import { dayAfter, daysBetween, type Day } from '../day';
import { LEARNERS, watchLearner, type Learner, type WatchedLearner } from '../testing/learners';
import { turn } from '../testing/runs';
import { forecast, type ForecastRequest } from './index';

const EACH = 167;
/** What is told to lie between one and nine chances in ten does so this often, at least and at most. */
const LEAST = 0.75;
const MOST = 0.9;
const LEAST_OF_A_KIND = 0.6;
/** Times the days that are left. */
const WIDEST = 2;

interface Row {
  readonly kind: string;
  readonly students: number;
  readonly inside: number;
  readonly widths: readonly number[];
  readonly left: readonly number[];
}

function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? NaN;
}

function daysTo(day: Day | null, { request }: WatchedLearner): number {
  return day === null ? 401 : daysBetween(request.today, day);
}

/** Foretells so many students of a kind, and looks where they really got there. */
function rowOf(kind: Learner): Row {
  let inside = 0;
  const widths: number[] = [];
  const left: number[] = [];
  for (let seed = 0; widths.length < EACH && seed < 10 * EACH; seed += 1) {
    const one = watchLearner(kind, `student ${seed}`);
    const told = one && forecast(one.request);
    if (!one || !told?.enough) continue;
    const [from, to] = [daysTo(told.p10, one), daysTo(told.p90, one)];
    if (one.daysLeft >= from && one.daysLeft <= to) inside += 1;
    widths.push(to - from);
    left.push(one.daysLeft);
  }
  return { kind, students: widths.length, inside, widths, left };
}

function said({ kind, students, inside, widths, left }: Row): string {
  const share = ((100 * inside) / students).toFixed(0);
  return `${kind.padEnd(22)} ${students} students, ${share} % inside, width ${median(widths)} of ${median(left)} days left`;
}

describe('a forecast', () => {
  const TODAY: Day = '2026-11-26';
  const request: ForecastRequest = {
    goalBpm: 92,
    tries: [60, 63, 66, 70, 73, 76].map((cleanBpm, index) => ({
      ...{ on: dayAfter(TODAY, -18 + 3 * index), minutes: 15, cleanBpm },
    })),
    minutesByDay: Array.from({ length: 28 }, (_, day) => (day % 3 === 1 ? 15 : 0)),
    today: TODAY,
    seed: 1,
  };

  it('holds for a thousand students of six kinds as often as it says, and is not bought with width', async () => {
    const rows: Row[] = [];
    for (const kind of LEARNERS) {
      rows.push(rowOf(kind));
      await turn();
    }
    const all: Row = {
      kind: 'all',
      students: rows.reduce((sum, one) => sum + one.students, 0),
      inside: rows.reduce((sum, one) => sum + one.inside, 0),
      widths: rows.flatMap(({ widths }) => widths),
      left: rows.flatMap(({ left }) => left),
    };
    // eslint-disable-next-line no-console -- the table is what this test is for
    console.log(['', ...[...rows, all].map(said)].join('\n'));
    expect(all.students).toBeGreaterThanOrEqual(1000);
    expect(all.inside / all.students).toBeGreaterThanOrEqual(LEAST);
    expect(all.inside / all.students).toBeLessThanOrEqual(MOST);
    for (const one of rows) expect(one.inside / one.students).toBeGreaterThan(LEAST_OF_A_KIND);
    expect(median(all.widths)).toBeLessThanOrEqual(WIDEST * median(all.left));
  }, 120_000);

  it('of somebody who climbs a beat a day is about when they would get there', () => {
    const told = forecast(request);
    if (!told.enough) throw new Error(told.need);
    const days = (day: Day | null): number => (day === null ? 401 : daysBetween(TODAY, day));
    expect(days(told.p50)).toBeGreaterThan(8);
    expect(days(told.p50)).toBeLessThan(50);
    expect(days(told.p10)).toBeLessThanOrEqual(days(told.p50));
    expect(days(told.p50)).toBeLessThanOrEqual(days(told.p90));
  });

  it('is the same for the same request, and later for who practises less', () => {
    expect(forecast(request)).toEqual(forecast(request));
    const half = { ...request, minutesByDay: request.minutesByDay.map((one) => one / 3) };
    const [usual, less] = [forecast(request), forecast(half)];
    if (!usual.enough || !less.enough) throw new Error('not enough');
    expect((less.p50 ?? '9999') > (usual.p50 ?? '0')).toBeTrue();
  });

  it('of somebody who is there is today', () => {
    const there = request.tries.map((one) => ({ ...one, cleanBpm: one.cleanBpm + 34 }));
    expect(forecast({ ...request, tries: there })).toEqual(
      jasmine.objectContaining({ enough: true, p10: TODAY, p50: TODAY }),
    );
  });

  const short: readonly (readonly [string, Partial<ForecastRequest>, string])[] = [
    ['nothing', { tries: [] }, '4 more results with a tempo'],
    ['three results', { tries: request.tries.slice(0, 3) }, '1 more result with a tempo'],
    [
      'results of one week',
      {
        tries: request.tries
          .slice(0, 4)
          .map((one, at) => ({ ...one, on: dayAfter(TODAY, at - 8) })),
      },
      'results over 10 days; so far they are over 3',
    ],
    ['no practice of late', { minutesByDay: [] }, 'practice in the last four weeks'],
    [
      'results dated ahead',
      { tries: request.tries.map((one) => ({ ...one, on: dayAfter(TODAY, 3) })) },
      '4 more results with a tempo',
    ],
  ];
  for (const [from, more, need] of short) {
    it(`from ${from} is not told: it needs ${need}`, () => {
      expect(forecast({ ...request, ...more })).toEqual({ enough: false, need });
    });
  }

  it('is a date or beyond what is told, whatever comes in', () => {
    const odd: readonly Partial<ForecastRequest>[] = [
      { goalBpm: 1000 },
      { goalBpm: 1 },
      { minutesByDay: [0, 0, 1] },
      { minutesByDay: Array.from({ length: 400 }, () => 1440) },
      { tries: request.tries.map((one) => ({ ...one, minutes: 0 })) },
      { tries: request.tries.map((one) => ({ ...one, cleanBpm: 76 - (one.cleanBpm - 60) })) },
    ];
    for (const more of odd) {
      const told = forecast({ ...request, ...more });
      if (!told.enough) continue;
      for (const day of [told.p10, told.p50, told.p90])
        expect(day === null || /^\d{4}-\d\d-\d\d$/.test(day)).toBeTrue();
    }
  });
});
