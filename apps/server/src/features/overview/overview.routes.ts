import type { Overview } from '@harvu/contract';
import { OVERVIEW_DAYS } from '@harvu/contract/routes';
import { dayAfter } from '@harvu/core/day';
import { serve, type Api } from '../../platform/routing';
import type { OverviewService } from './overview.service';

/** A hundred years. */
const MOST_DAYS = 36_525;

/** The routes that tell a page all of the studio: a student their own part of it. */
export function serveOverview(api: Api, service: OverviewService): void {
  serve(api, 'overview', async ({ person }) => lately(await service.of(person), OVERVIEW_DAYS));
  serve(api, 'overviewOfDays', async ({ person, number }) =>
    lately(await service.of(person), number),
  );
}

/** With the minutes of the last days alone: of years of practice, few are shown at once. */
function lately(overview: Overview, days: number): Overview {
  const since = dayAfter(overview.today, -Math.min(days, MOST_DAYS));
  const songs = overview.songs.map((song) => {
    const minutes = Object.entries(song.overview.minutesByDay).filter(([day]) => day >= since);
    return {
      ...song,
      overview: { ...song.overview, minutesByDay: Object.fromEntries(minutes) },
    };
  });
  return { ...overview, songs };
}
