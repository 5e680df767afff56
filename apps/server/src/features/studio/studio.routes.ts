import { setUpSchema } from '@harvu/contract';
import { Hono } from 'hono';
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
