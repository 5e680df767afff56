export { serveCalendars } from './calendars.routes';
export { createCalendarsService } from './calendars.service';
export { createCalendarsStore } from './calendars.store';
