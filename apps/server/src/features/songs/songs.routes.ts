import {
  newSongSchema,
  overruleSchema,
  saveSongSchema,
  saveTeachingSchema,
  withdrawSchema,
} from '@harvu/contract';
import { Hono } from 'hono';
import { teachersOnly, type Inside } from '../../platform/access';
import { waitForNews, type Patience } from '../../platform/live';
import { pathId, pathNumber, readBody } from '../../platform/requests';
import type { SongsService } from './songs.service';
import type { TeachingService } from './teaching.service';

/** Routes about the studio's songs; students see a song only through their plan. */
export function createSongsRoutes(
  service: SongsService,
  teaching: TeachingService,
  patience: Patience,
) {
  return new Hono<Inside>()
    .use(teachersOnly)
    .get('/', async (c) => c.json(await service.list()))
    .post('/', async (c) =>
      c.json(await service.start(await readBody(c, newSongSchema), c.get('person')), 201),
    )
    .get('/:id', async (c) => c.json(await service.find(pathId(c, 'song'))))
    .get('/:id/revisions', async (c) => c.json(await service.revisions(pathId(c, 'song'))))
    .get('/:id/revisions/:number', async (c) => {
      const number = pathNumber(c, 'number', 'revision');
      return c.json(await service.revision(pathId(c, 'song'), number));
    })
    .get('/:id/changes/:after', async (c) => {
      const [id, after] = [pathId(c, 'song'), pathNumber(c, 'after', 'revision')];
      await service.find(id);
      const look = () => service.changeAfter(id, after);
      const change = await waitForNews(look, { ...patience, gone: c.req.raw.signal });
      return change ? c.json(change) : c.body(null, 204);
    })
    .get('/:id/teaching', async (c) => c.json(await teaching.find(pathId(c, 'song'))))
    .put('/:id/teaching', async (c) => {
      const id = pathId(c, 'song');
      return c.json(
        await teaching.save(id, await readBody(c, saveTeachingSchema), c.get('person')),
      );
    })
    .post('/:id/overrules', async (c) => {
      const id = pathId(c, 'song');
      return c.json(await service.overrule(id, await readBody(c, overruleSchema), c.get('person')));
    })
    .post('/:id/overrules/withdraw', async (c) => {
      const { key } = await readBody(c, withdrawSchema);
      return c.json(await service.withdrawOverrule(pathId(c, 'song'), key));
    })
    .put('/:id', async (c) => {
      const id = pathId(c, 'song');
      return c.json(await service.save(id, await readBody(c, saveSongSchema), c.get('person')));
    });
}
