import { assignSchema, newTrySchema, savePlanSchema } from '@harvu/contract';
import { Hono } from 'hono';
import { teachersOnly, type Inside } from '../../platform/access';
import { pathId, readBody } from '../../platform/requests';
import type { PlansService } from './plans.service';

/** Routes about plans: a student reaches their own, a teacher all. */
export function createPlansRoutes(service: PlansService) {
  return new Hono<Inside>()
    .get('/plans', async (c) => c.json(await service.list(c.get('person'))))
    .get('/plans/:id', async (c) => c.json(await service.find(pathId(c, 'plan'), c.get('person'))))
    .post('/plans/:id/tries', async (c) => {
      const id = pathId(c, 'plan');
      await service.log(id, await readBody(c, newTrySchema), c.get('person'));
      return c.body(null, 204);
    })
    .put('/plans/:id', teachersOnly, async (c) => {
      const id = pathId(c, 'plan');
      return c.json(await service.change(id, await readBody(c, savePlanSchema), c.get('person')));
    })
    .post('/plans/:id/withdraw', teachersOnly, async (c) => {
      await service.withdraw(pathId(c, 'plan'), c.get('person'));
      return c.body(null, 204);
    })
    .post('/songs/:id/assign', teachersOnly, async (c) => {
      const id = pathId(c, 'song');
      await service.assign(id, await readBody(c, assignSchema), c.get('person'));
      return c.body(null, 204);
    });
}
