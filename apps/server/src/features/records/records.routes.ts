import { serve, type Api } from '../../platform/routing';
import type { KeepingService } from './records.service';

/** Routes to the studio's books, for the owner. */
export function serveRecords(api: Api, service: KeepingService): void {
  serve(api, 'acts', () => service.acts());
  serve(api, 'backups', () => service.backups());
  serve(api, 'upkeep', () => service.upkeep());
  serve(api, 'erasePerson', ({ id }) => service.erasePerson(id));
}
