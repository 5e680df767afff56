import { missing } from '../../platform/errors';
import { serve, serveMade, type Api } from '../../platform/routing';
import type { CalendarsService } from './calendars.service';

const ADDRESS = /^([\w-]{43})\.ics$/;

/** Routes to one's own calendar; whoever knows its address reads it without signing in. */
export function serveCalendars(api: Api, service: CalendarsService): void {
  serve(api, 'calendar', ({ person }) => service.own(person));
  serveMade(api, 'makeCalendar', ({ person, body }) => service.make(person, body.hasPractice));
  serve(api, 'endCalendar', async ({ person }) => {
    await service.end(person);
    return undefined;
  });
  api.get('/calendar/:file', async (c) => {
    const address = ADDRESS.exec(c.req.param('file'))?.[1];
    if (address === undefined) throw missing('calendar');
    return c.body(await service.read(address), 200, {
      'Content-Type': 'text/calendar; charset=utf-8',
      'Content-Disposition': 'inline; filename="harvu.ics"',
    });
  });
}
