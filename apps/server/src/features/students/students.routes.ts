import { saveProfileSchema } from '@harvu/contract';
import { Hono } from 'hono';
import { teachersOnly, type Inside } from '../../platform/access';
import { pathId, readBody } from '../../platform/requests';
import type { StudentsService } from './students.service';

/** Routes about what is known of a student: they may read their own, teachers may read and change it. */
export function createStudentsRoutes(service: StudentsService) {
  return new Hono<Inside>()
    .get('/:id', async (c) => c.json(await service.find(pathId(c, 'student'), c.get('person'))))
    .put('/:id', teachersOnly, async (c) => {
      const id = pathId(c, 'student');
      return c.json(await service.save(id, await readBody(c, saveProfileSchema), c.get('person')));
    });
}
