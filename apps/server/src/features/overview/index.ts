export { createGlanceStore } from './glance.store';
export type { GlanceStore } from './glance.store';
export { serveOverview } from './overview.routes';
export { createOverviewService } from './overview.service';
export { createOverviewsStore } from './overviews.store';
export type { OverviewService } from './overview.service';
