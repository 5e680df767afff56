import { serve, type Api } from '../../platform/routing';
import type { OverviewService } from './overview.service';

/** The route that tells a page all of the studio: a student their own part of it. */
export function serveOverview(api: Api, service: OverviewService): void {
  serve(api, 'overview', ({ person }) => service.of(person));
}
