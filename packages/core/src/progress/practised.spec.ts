import type { Day } from '../day';
import { practisedByWeekday } from './index';

const TODAY = '2026-11-26';
const on = (day: Day, minutes: number) => ({
  day,
  seconds: minutes * 60,
});

describe('what was really practised', () => {
  it('is averaged over the weekdays of four weeks, those without practice too', () => {
    // Mondays 2, 9, 16 and 23 November, one of them skipped; one Tuesday.
    const tries = [
      on('2026-10-29', 0),
      on('2026-11-02', 20),
      on('2026-11-09', 10),
      on('2026-11-09', 10),
      on('2026-11-23', 20),
      on('2026-11-24', 8),
    ];
    const minutes = practisedByWeekday(tries, TODAY);
    expect(minutes?.map((one) => Math.round(one * 100) / 100)).toEqual([15, 2, 0, 0, 0, 0, 0]);
  });

  it('begins with the first try where that is later', () => {
    const tries = (['2026-11-16', '2026-11-17', '2026-11-18', '2026-11-19'] as const).map((day) =>
      on(day, 10),
    );
    // Ten days: two of each Monday, Tuesday, Wednesday; the Thursday of today is not over.
    expect(practisedByWeekday(tries, TODAY)).toEqual([5, 5, 5, 10, 0, 0, 0]);
  });

  it('says nothing of less than a week, of three days, of what is long ago or still to come', () => {
    const days = (...all: readonly Day[]) =>
      practisedByWeekday(
        all.map((day) => on(day, 10)),
        TODAY,
      );
    expect(days('2026-11-22', '2026-11-23', '2026-11-24', '2026-11-25')).toBeNull();
    expect(days('2026-11-02', '2026-11-03', '2026-11-04')).toBeNull();
    expect(days('2026-08-01', '2026-08-02', '2026-08-03', '2026-08-04')).toBeNull();
    expect(days('2026-12-01', '2026-12-02', '2026-12-03', '2026-12-04')).toBeNull();
  });
});
