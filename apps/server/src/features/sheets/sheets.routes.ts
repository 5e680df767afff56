import { sheetQuerySchema, type Person } from '@harvu/contract';
import { Hono, type Context } from 'hono';
import { signedInOnly, teachersOnly, type Inside } from '../../platform/access';
import { pathId, readQuery } from '../../platform/requests';
import type { PrintedSheet, SheetAsked, SheetsService } from './sheets.service';

function askedOf(c: Context, person: Person): SheetAsked {
  const { paper = 'a4' } = readQuery(c, sheetQuerySchema);
  return { paper, person, gone: c.req.raw.signal };
}

function answer(c: Context, { pdf, name }: PrintedSheet) {
  return c.body(pdf, 200, {
    'Content-Type': 'application/pdf',
    'Content-Disposition': `inline; filename="${name}"`,
  });
}

/** Routes to printed sheets: a student reaches that of their own plan, a teacher all. */
export function createSheetsRoutes(service: SheetsService) {
  return new Hono<Inside>()
    .get('/plans/:id/sheet.pdf', signedInOnly, async (c) =>
      answer(c, await service.ofPlan(pathId(c, 'plan'), askedOf(c, c.get('person')))),
    )
    .get('/songs/:id/sheet.pdf', signedInOnly, teachersOnly, async (c) =>
      answer(c, await service.ofSong(pathId(c, 'song'), askedOf(c, c.get('person')))),
    );
}
