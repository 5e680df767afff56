import { Hono, type Context } from 'hono';
import { signedInOnly, teachersOnly, type Inside } from '../../platform/access';
import { badRequest } from '../../platform/errors';
import { pathId } from '../../platform/requests';
import type { Paper, PrintedSheet, SheetsService } from './sheets.service';

const PAPERS: ReadonlyMap<string, Paper> = new Map([
  ['a4', 'A4'],
  ['letter', 'LETTER'],
]);

function paperOf(c: Context): Paper {
  const paper = PAPERS.get(c.req.query('paper') ?? 'a4');
  if (!paper) throw badRequest('There is no such paper.', 'Choose a4 or letter.', 'paper');
  return paper;
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
      answer(c, await service.ofPlan(pathId(c, 'plan'), c.get('person'), paperOf(c))),
    )
    .get('/songs/:id/sheet.pdf', signedInOnly, teachersOnly, async (c) =>
      answer(c, await service.ofSong(pathId(c, 'song'), c.get('person'), paperOf(c))),
    );
}
