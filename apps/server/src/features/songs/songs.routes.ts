import { serve, serveMade, type Api } from '../../platform/routing';
import { waitForNews, type Patience } from '../../platform/live';
import type { ShelfService } from './shelf.service';
import type { SongsService } from './songs.service';
import type { TeachingService } from './teaching.service';

/** Routes about the studio's songs; students see a song only through their plan. */
export function serveSongs(
  api: Api,
  {
    songs,
    shelf,
    teaching,
  }: {
    readonly songs: SongsService;
    readonly shelf: ShelfService;
    readonly teaching: TeachingService;
  },
  patience: Patience,
): void {
  serve(api, 'songs', () => shelf.list());
  serve(api, 'renameSong', async ({ id, body }) => {
    await shelf.rename(id, body);
    return undefined;
  });
  serveMade(api, 'copySong', ({ id, person }) => shelf.copy(id, person));
  serve(api, 'moveSong', async ({ id, body }) => {
    await shelf.move(id, body.place);
    return undefined;
  });
  serveMade(api, 'startSong', ({ body, person }) => songs.start(body, person));
  serve(api, 'song', ({ id }) => songs.find(id));
  serve(api, 'saveSong', ({ id, body, person }) => songs.save(id, body, person));
  serve(api, 'revisions', ({ id }) => songs.revisions(id));
  serve(api, 'revision', ({ id, number }) => songs.revision(id, number));
  serve(api, 'songChange', async ({ id, after, context }) => {
    await songs.mustBeThere(id);
    const gone = context.req.raw.signal;
    const change = await waitForNews(() => songs.changeAfter(id, after), { ...patience, gone });
    return change ?? null;
  });
  serve(api, 'songTeaching', ({ id }) => teaching.find(id));
  serve(api, 'saveTeaching', ({ id, body, person }) => teaching.save(id, body, person));
  serve(api, 'overrule', ({ id, body, person }) => songs.overrule(id, body, person));
  serve(api, 'withdrawOverrule', ({ id, body }) => songs.withdrawOverrule(id, body.key));
}
