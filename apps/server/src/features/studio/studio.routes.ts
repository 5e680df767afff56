import { constantsSchema, setUpSchema } from '@harvu/contract';
import { Hono } from 'hono';
import { ownersOnly, type Inside } from '../../platform/access';
import { readBody } from '../../platform/requests';
import type { StudioService } from './studio.service';

/** Routes about the studio that work without being signed in. */
export function createStudioRoutes(service: StudioService) {
  return new Hono()
    .get('/', async (c) => c.json(await service.door()))
    .post('/set-up', async (c) => {
      await service.setUp(await readBody(c, setUpSchema));
      return c.body(null, 204);
    });
}

/** Routes about what the studio takes as given: everybody may read it, the owner may change it. */
export function createConstantsRoutes(service: StudioService) {
  return new Hono<Inside>()
    .get('/', async (c) => c.json(await service.constants()))
    .put('/', ownersOnly, async (c) =>
      c.json(await service.saveConstants(await readBody(c, constantsSchema))),
    );
}
