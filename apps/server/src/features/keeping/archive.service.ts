import type { Restored } from '@harvu/contract';
import type { Archive, ArchiveRows, ReadArchive } from '@harvu/formats/archive';
import type { Clock } from '../../platform/clock';
import { isUnfit } from '../../platform/database';
import { badRequest, conflict, missing } from '../../platform/errors';
import type { PeopleStore } from '../people';
import type { StudioService } from '../studio';
import { PERSON_FORM, STUDIO_FORM } from './archive-tasks';
import { PERSON_TABLES, STUDIO_TABLES } from './archive-tables.data';
import type { ArchiveStore, Asked } from './archive.store';
import { OWN_ROWS } from './person-data.store';

export interface ArchiveDeps {
  readonly archive: ArchiveStore;
  readonly people: PeopleStore;
  readonly studio: StudioService;
  readonly clock: Clock;
  /** Packed and unpacked in a thread of its own; not at all once whoever asked has gone. */
  readonly packArchive: (archive: Archive, gone?: AbortSignal) => Promise<Packed>;
  readonly unpackStudio: (bytes: Uint8Array) => Promise<ReadArchive>;
}

type Packed = Uint8Array<ArrayBuffer>;

/** An archive to be saved, and the name its file gets. */
export interface ReadyArchive {
  readonly zip: Packed;
  readonly name: string;
}

const ABOUT_STUDIO = `A whole studio, as Harvu keeps it.

data/       every table as JSON, one row a line: this is what a studio is restored from
csv/        the same tables for a spreadsheet, without songs' contents and secrets
schema.json what every column means
manifest.json  the length and the SHA-256 of every file

To restore it: start Harvu with an empty database and choose "Bring a studio back" where it is set up.
Everybody then signs in with the password they had. Second factors are set up anew; nobody is signed in.
It holds names, guardians and histories of your students: keep it as you keep the studio's papers.`;

const ABOUT_PERSON = `All that a studio keeps of one person.

data/       every table as JSON, one row a line
csv/        the same tables for a spreadsheet
schema.json what every column means
manifest.json  the length and the SHA-256 of every file

No password stands in it, nor anything a password could be read from.`;

const REMEDY = 'Nothing was restored: the studio is as empty as before.';

function plainName(text: string): string {
  const plain = text.normalize('NFKD').replace(/[^A-Za-z0-9]+/g, '-');
  return plain.replace(/^-+|-+$/g, '').toLowerCase() || 'export';
}

function whereOf(table: string): string {
  if (table === 'people') return 'id = ?';
  return OWN_ROWS.find((own) => own.table === table)?.where ?? 'person_id = ?';
}

/** Gives out a whole studio, or all that is kept of one person, and brings a studio back. */
export function createArchiveService(deps: ArchiveDeps) {
  const { archive, people, studio, clock, packArchive, unpackStudio } = deps;

  async function packed(
    { name, ...what }: Pick<Archive, 'form' | 'about' | 'tables'> & { readonly name: string },
    asked: readonly Asked[],
    gone?: AbortSignal,
  ): Promise<ReadyArchive> {
    const exportedAt = clock.now().toISOString();
    const rows = await archive.gather(asked);
    const zip = await packArchive({ ...what, exportedAt, rows }, gone);
    return { zip, name: `${plainName(name)}-${exportedAt.slice(0, 10)}.zip` };
  }

  async function put(rows: ArchiveRows): Promise<void> {
    try {
      await archive.putAll(STUDIO_TABLES, rows);
    } catch (error) {
      if ((await studio.door()).studioName !== '')
        throw conflict('This studio is set up already.', 'Sign in instead.');
      if (!isUnfit(error)) throw error;
      throw badRequest(
        'The rows of this export do not fit each other.',
        `${REMEDY} Take another copy.`,
      );
    }
  }

  return {
    async ofStudio(gone?: AbortSignal): Promise<ReadyArchive> {
      const { studioName } = await studio.door();
      const what = { form: STUDIO_FORM, about: ABOUT_STUDIO, tables: STUDIO_TABLES };
      const asked = STUDIO_TABLES.map((table) => ({ table }));
      return packed({ ...what, name: studioName }, asked, gone);
    },
    async ofPerson(id: string, gone?: AbortSignal): Promise<ReadyArchive> {
      const person = await people.find(id);
      if (!person) throw missing('person');
      const what = { form: PERSON_FORM, about: ABOUT_PERSON, tables: PERSON_TABLES };
      const asked = PERSON_TABLES.map((table) => ({
        ...{ table, where: whereOf(table.name), values: [id] },
      }));
      return packed({ ...what, name: person.name }, asked, gone);
    },
    /** Brings a studio back into a database that has none, whole or not at all. */
    async restore(read: () => Promise<Uint8Array>, code: string): Promise<Restored> {
      await studio.checkCode(code);
      const { studioName: known } = await studio.door();
      if (known !== '') throw conflict('This studio is set up already.', 'Sign in instead.');
      // Only now is the file taken in: whoever has no code sends nothing large.
      const found = await unpackStudio(await read());
      if (!found.ok) throw badRequest(found.why, REMEDY, 'file');
      await put(found.rows);
      const { studioName } = await studio.door();
      const count = (table: string) => found.rows[table]?.length ?? 0;
      return {
        ...{ studioName, exportedAt: found.exportedAt },
        ...{ people: count('people'), songs: count('songs') },
      };
    },
  };
}

export type ArchiveService = ReturnType<typeof createArchiveService>;
