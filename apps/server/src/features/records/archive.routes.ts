import type { Context } from 'hono';
import { confirmedOnly, ownersOnly, signedInOnly, type SignedIn } from '../../platform/access';
import { pathId } from '../../platform/requests';
import type { Api } from '../../platform/routing';
import { inTurn, type Turns } from '../../platform/turns';
import type { ArchiveService, ReadyArchive } from './archive.service';

/** Routes that give out everything, for an owner who just gave their password, and that bring it back. */
export function serveArchives(api: Api, service: ArchiveService, turns: Turns): void {
  const turn = inTurn(turns);
  api.get('/studio/export.zip', signedInOnly, ownersOnly, confirmedOnly, turn, async (c) => {
    const ready = await service.ofStudio(c.req.raw.signal);
    await note(c, 'exportStudio', null);
    return answer(c, ready);
  });
  api.get('/people/:id/export.zip', signedInOnly, ownersOnly, confirmedOnly, turn, async (c) => {
    const id = pathId(c, 'person');
    const ready = await service.ofPerson(id, c.req.raw.signal);
    await note(c, 'exportPerson', id);
    return answer(c, ready);
  });
  // Whoever restores has read the code where the server was started, as whoever sets a studio up.
  api.post('/studio/restore', async (c) => {
    const code = c.req.header('x-set-up-code') ?? '';
    const read = async () => new Uint8Array(await c.req.arrayBuffer());
    return c.json(await service.restore(read, code), 201);
  });
}

function answer(c: Context, { zip, name }: ReadyArchive) {
  return c.body(zip, 200, {
    'Content-Type': 'application/zip',
    'Content-Disposition': `attachment; filename="${name}"`,
  });
}

async function note(c: Context<SignedIn>, act: string, aboutId: string | null): Promise<void> {
  await c.var.noteAct?.({ act, personId: c.var.person?.id ?? null, aboutId });
}
