import { serve, type Api } from '../../platform/routing';
import type { EveningService } from './evening.service';

/** Routes about the programme of the evening: whoever teaches makes it. */
export function serveEvening(api: Api, evening: EveningService): void {
  serve(api, 'evening', ({ person }) => evening.find(person));
  serve(api, 'saveEvening', ({ body, person }) => evening.save(body, person));
}
