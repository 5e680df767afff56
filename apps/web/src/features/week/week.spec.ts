import type { OverviewSong } from '@harvu/contract';
import { setUpPage, ShownPart } from '../../testing/page';
import { WeekMinutes } from './parts/week-minutes';

describe('the week in minutes', () => {
  beforeEach(() => {
    setUpPage();
  });
  const practised = (minutesByDay: Readonly<Record<string, number>>) =>
    ({ overview: { minutesByDay } }) as unknown as OverviewSong;

  it('adds up each of the last seven days over all songs, and only those', async () => {
    const songs = [
      practised({ '2026-11-24': 4, '2026-11-18': 2, '2026-11-17': 100 }),
      practised({ '2026-11-24': 1 }),
    ];
    const week = await ShownPart.of(WeekMinutes, { songs, today: '2026-11-24' });
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
