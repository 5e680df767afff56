export { createOverviewPeopleStore } from './overview-people.store';
export type { OverviewPeopleStore } from './overview-people.store';
export { serveOverview } from './overview.routes';
export { createOverviewService } from './overview.service';
export { createOverviewsStore } from './overviews.store';
export type { OverviewService } from './overview.service';
