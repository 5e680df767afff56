import { sheetQuerySchema, termQuerySchema, type Person } from '@harvu/contract';
import { Hono, type Context } from 'hono';
import { signedInOnly, teachersOnly, type Inside } from '../../platform/access';
import { pathId, readQuery } from '../../platform/requests';
import { inTurn, type Turns } from '../../platform/turns';
import type { PapersService } from './papers/papers.service';
import type { PrintedSheet, SheetAsked } from './print-manner';
import type { SheetsService } from './sheets.service';

/** Routes to paper: a student reaches that of their own songs and days, a teacher all. */
export function createSheetsRoutes(sheets: SheetsService, papers: PapersService, turns: Turns) {
  const turn = inTurn(turns);
  return new Hono<Inside>()
    .get('/plans/:id/sheet.pdf', signedInOnly, turn, async (c) =>
      answer(c, await sheets.ofPlan(pathId(c, 'plan'), askedOf(c, c.get('person')))),
    )
    .get('/songs/:id/sheet.pdf', signedInOnly, teachersOnly, turn, async (c) =>
      answer(c, await sheets.ofSong(pathId(c, 'song'), askedOf(c, c.get('person')))),
    )
    .get('/plans/:id/song.pdf', signedInOnly, turn, async (c) =>
      answer(c, await papers.songOfPlan(pathId(c, 'plan'), askedOf(c, c.get('person')))),
    )
    .get('/songs/:id/song.pdf', signedInOnly, teachersOnly, turn, async (c) =>
      answer(c, await papers.songOf(pathId(c, 'song'), askedOf(c, c.get('person')))),
    )
    .get('/students/:id/card.pdf', signedInOnly, turn, async (c) =>
      answer(c, await papers.card(pathId(c, 'student'), askedOf(c, c.get('person')))),
    )
    .get('/students/:id/report.pdf', signedInOnly, turn, async (c) => {
      const { paper = 'a4', ...term } = readQuery(c, termQuerySchema);
      return answer(
        c,
        await papers.report(pathId(c, 'student'), term, {
          paper,
          person: c.get('person'),
          gone: c.req.raw.signal,
        }),
      );
    })
    .get('/evening/programme.pdf', signedInOnly, teachersOnly, turn, async (c) =>
      answer(c, await papers.programme(askedOf(c, c.get('person')))),
    );
}

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
