import { serve, serveMade, type Api } from '../../platform/routing';
import type { TakeRequests } from './add-requests.service';
import type { QueueService } from './queue.service';
import type { RequestsService } from './requests.service';

/** Routes about requested songs: a student sees their own, a teacher all. */
export function serveRequests(
  api: Api,
  {
    requests: service,
    queue,
    addRequests,
  }: {
    readonly requests: RequestsService;
    readonly queue: QueueService;
    readonly addRequests: TakeRequests;
  },
): void {
  serve(api, 'requests', ({ person }) => service.list(person));
  serve(api, 'requestQueue', () => queue.queue());
  serve(api, 'saveChords', async ({ id, body }) => {
    await service.saveChords(id, body.chords);
    return undefined;
  });
  serveMade(api, 'addRequests', ({ body }) => addRequests(body));
  serveMade(api, 'askForSong', ({ body, person }) => service.ask(body, person));
  serve(api, 'acceptRequest', ({ id, body, person }) => service.accept(id, body, person));
  serve(api, 'declineRequest', ({ id, body }) => service.decline(id, body));
}
