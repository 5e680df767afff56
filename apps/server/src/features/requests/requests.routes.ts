import { serve, serveMade, type Api } from '../../platform/routing';
import type { RequestsService } from './requests.service';

/** Routes about requested songs: a student sees their own, a teacher all. */
export function serveRequests(api: Api, service: RequestsService): void {
  serve(api, 'requests', ({ person }) => service.list(person));
  serveMade(api, 'askForSong', ({ body, person }) => service.ask(body, person));
  serve(api, 'acceptRequest', ({ id, person }) => service.accept(id, person));
  serve(api, 'declineRequest', ({ id, body }) => service.decline(id, body.reason));
}
