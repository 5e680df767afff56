export { createActsStore } from './acts.store';
export { serveKeeping } from './keeping.routes';
export { createKeepingService } from './keeping.service';
export { createPersonDataStore } from './person-data.store';
export { tidy } from './tidy';
