import { declineSchema, newRequestSchema } from '@harvu/contract';
import { Hono } from 'hono';
import { teachersOnly, type Inside } from '../../platform/access';
import { pathId, readBody } from '../../platform/requests';
import type { RequestsService } from './requests.service';

/** Routes about requested songs: a student sees their own, a teacher all. */
export function createRequestsRoutes(service: RequestsService) {
  return new Hono<Inside>()
    .get('/', async (c) => c.json(await service.list(c.get('person'))))
    .post('/', async (c) =>
      c.json(await service.ask(await readBody(c, newRequestSchema), c.get('person')), 201),
    )
    .post('/:id/accept', teachersOnly, async (c) =>
      c.json(await service.accept(pathId(c, 'request'), c.get('person'))),
    )
    .post('/:id/decline', teachersOnly, async (c) => {
      const { reason } = await readBody(c, declineSchema);
      return c.json(await service.decline(pathId(c, 'request'), reason));
    });
}
