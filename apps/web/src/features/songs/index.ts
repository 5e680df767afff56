export { SongsApi } from './songs.api';
export { SongsPage } from './songs-page';
