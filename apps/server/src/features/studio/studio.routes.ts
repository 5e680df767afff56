import { serve, type Api } from '../../platform/routing';
import type { StudioService } from './studio.service';

/** Routes about the studio: its door, what it takes as given, and what holds for everybody in it. */
export function serveStudio(api: Api, service: StudioService): void {
  serve(api, 'door', () => service.door());
  serve(api, 'setUp', async ({ body }) => {
    await service.setUp(body);
    return undefined;
  });
  serve(api, 'constants', () => service.constants());
  serve(api, 'saveConstants', ({ body }) => service.saveConstants(body));
  serve(api, 'settings', () => service.settings());
  serve(api, 'saveSettings', ({ body }) => service.saveSettings(body));
}
