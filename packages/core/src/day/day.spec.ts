import fc from 'fast-check';
import { dayAfter, dayAt, daysBetween, isTimeZone, parseDay, weekdayOf, type Day } from './index';

describe('a day', () => {
  const unreadable: readonly unknown[] = ['', '2026-13-01', '2026-02-30', '26-11-2026', 20261126];
  unreadable.forEach((value) => {
    it(`is not read from ${JSON.stringify(value)}`, () => expect(parseDay(value)).toBeUndefined());
  });

  const moments: readonly (readonly [string, string, Day])[] = [
    ['2026-11-26T23:59:59.000Z', 'UTC', '2026-11-26'],
    // One evening in New York is one day, though it goes over midnight in UTC.
    ['2026-11-26T00:30:00.000Z', 'America/New_York', '2026-11-25'],
    ['2026-11-26T04:30:00.000Z', 'America/New_York', '2026-11-25'],
    ['2026-11-26T05:00:00.000Z', 'America/New_York', '2026-11-26'],
    ['2026-11-25T10:59:00.000Z', 'Pacific/Auckland', '2026-11-25'],
    ['2026-11-25T11:00:00.000Z', 'Pacific/Auckland', '2026-11-26'],
    // The night the clocks go forward, and the one they go back, in both halves of the world.
    ['2026-03-08T04:59:00.000Z', 'America/New_York', '2026-03-07'],
    ['2026-03-08T05:00:00.000Z', 'America/New_York', '2026-03-08'],
    ['2026-03-09T03:59:00.000Z', 'America/New_York', '2026-03-08'],
    ['2026-11-01T04:00:00.000Z', 'America/New_York', '2026-11-01'],
    ['2026-11-02T04:59:00.000Z', 'America/New_York', '2026-11-01'],
    ['2026-11-02T05:00:00.000Z', 'America/New_York', '2026-11-02'],
    ['2026-09-26T11:59:00.000Z', 'Pacific/Auckland', '2026-09-26'],
    ['2026-09-27T10:59:00.000Z', 'Pacific/Auckland', '2026-09-27'],
    ['2026-09-27T11:00:00.000Z', 'Pacific/Auckland', '2026-09-28'],
  ];
  moments.forEach(([moment, zone, day]) => {
    it(`is ${day} at ${moment} in ${zone}`, () => expect(dayAt(moment, zone)).toBe(day));
  });

  it('follows another by as many days as lie between them, over clock changes too', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3000 }),
        fc.integer({ min: -900, max: 900 }),
        (a, b) => {
          const first = dayAfter('2024-01-01', a);
          const second = dayAfter(first, b);
          expect(daysBetween(first, second)).toBe(b);
          expect(parseDay(second)).toBe(second);
          expect(weekdayOf(second)).toBe((((weekdayOf(first) + b) % 7) + 7) % 7);
        },
      ),
    );
  });

  it('is of a time zone that exists', () => {
    expect(['Europe/Berlin', 'UTC', 'Nowhere', ''].map(isTimeZone)).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
});
