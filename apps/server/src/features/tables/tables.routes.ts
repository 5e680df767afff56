import { Hono, type Context } from 'hono';
import { confirmedOnly, signedInOnly, teachersOnly, type Inside } from '../../platform/access';
import { pathId } from '../../platform/requests';
import type { ReadyTable, TablesService } from './tables.service';

/** Routes to tables for a spreadsheet; for who teaches. */
export function createTablesRoutes(service: TablesService) {
  return new Hono<Inside>()
    .get('/tables/students.csv', signedInOnly, teachersOnly, confirmedOnly, async (c) =>
      answer(c, await service.students(c.get('person'))),
    )
    .get('/tables/plans.csv', signedInOnly, teachersOnly, confirmedOnly, async (c) =>
      answer(c, await service.plans(c.get('person'))),
    )
    .get('/students/:id/tries.csv', signedInOnly, teachersOnly, confirmedOnly, async (c) =>
      answer(c, await service.tries(pathId(c, 'student'))),
    );
}

function answer(c: Context, { csv, name }: ReadyTable) {
  return c.body(csv, 200, {
    'Content-Type': 'text/csv; charset=utf-8',
    'Content-Disposition': `attachment; filename="${name}"`,
  });
}
