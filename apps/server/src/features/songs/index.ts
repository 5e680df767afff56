export { createOverrulesStore } from './overrules.store';
export type { OverrulesStore } from './overrules.store';
export { createSongsRoutes } from './songs.routes';
export { checksumOf, createSongsService } from './songs.service';
export type { SongsService } from './songs.service';
export { createSongsStore } from './songs.store';
export type { SongsStore } from './songs.store';
export { createTeachingService } from './teaching.service';
export type { TeachingService } from './teaching.service';
