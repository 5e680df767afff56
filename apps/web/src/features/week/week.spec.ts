import type { Try } from '@harvu/core/progress';
import { setUpPage, Shown } from '../../testing/page';
import { WeekMinutes } from './parts/week-minutes';

describe('the week in minutes', () => {
  beforeEach(() => {
    setUpPage();
    jasmine
      .clock()
      .install()
      .mockDate(new Date(2026, 10, 24, 18));
  });
  afterEach(() => jasmine.clock().uninstall());
  const tryOn = (day: number, seconds: number) =>
    ({ at: new Date(2026, 10, day, 9).toISOString(), seconds }) as Try;

  it('adds up each of the last seven days, and only those', async () => {
    const week = await Shown.of(WeekMinutes, {
      tries: [tryOn(24, 240), tryOn(24, 60), tryOn(18, 120), tryOn(17, 6000)],
    });
    const days = week
      .all('li')
      .slice(0, 7)
      .map((one) => one.textContent.replace(/\s+/g, ' ').trim());
    expect(days).toEqual([
      ...['2 minutesWed', '0 minutesThu', '0 minutesFri', '0 minutesSat', '0 minutesSun'],
      ...['0 minutesMon', '5 minutestoday'],
    ]);
    expect(week.text).toContain('7 min in seven days');
  });
});
