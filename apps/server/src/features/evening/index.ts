export { serveEvening } from './evening.routes';
export { createEveningService, NEXT_EVENING } from './evening.service';
