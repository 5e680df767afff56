import type { Person, Restored } from '@harvu/contract';
import { whyRefused, type Archive, type OpenArchive } from '@harvu/formats/archive';
import type { Clock } from '../../platform/clock';
import { isUnfit } from '../../platform/database';
import { badRequest, conflict, missing } from '../../platform/errors';
import type { PeopleStore } from '../people';
import type { StudioService } from '../studio';
import { checkedRows, openStudio, PERSON_FORM, RowFault, STUDIO_FORM } from './archive-tasks';
import { PERSON_TABLES, STUDIO_TABLES } from './archive-tables.data';
import type { ArchiveStore, ArchiveScope } from './archive.store';
import { OWN_ROWS } from './person-data.store';

export interface ArchiveDeps {
  readonly archive: ArchiveStore;
  readonly people: PeopleStore;
  readonly studio: StudioService;
  readonly clock: Clock;
  /** Packed and unpacked in a thread of its own; not at all once whoever asked has gone. */
  readonly packArchive: (archive: Archive, gone?: AbortSignal) => Promise<Packed>;
  /** Looks at a studio as its owner would: signing in, Today, a plan; tells whether all of that can be. */
  readonly tryStudio: (owner: Person) => Promise<boolean>;
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

const refused = (why: string): Error => badRequest(why, REMEDY, 'file');

/** Gives out a whole studio, or all that is kept of one person, and brings a studio back. */
export function createArchiveService(deps: ArchiveDeps) {
  const { archive, people, studio, clock, packArchive } = deps;

  async function packed(
    { name, ...what }: Pick<Archive, 'form' | 'about' | 'tables'> & { readonly name: string },
    asked: readonly ArchiveScope[],
    gone?: AbortSignal,
  ): Promise<ReadyArchive> {
    const exportedAt = clock.now().toISOString();
    const rows = await archive.gather(asked);
    const zip = await packArchive({ ...what, exportedAt, rows }, gone);
    return { zip, name: `${plainName(name)}-${exportedAt.slice(0, 10)}.zip` };
  }

  const { put, faultOf } = createBringingIn(deps);

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
        table,
        where: whereOf(table.name),
        values: [id],
      }));
      return packed({ ...what, name: person.name }, asked, gone);
    },
    /** Brings a studio back into a database that has none, whole or not at all. */
    async restore(read: () => Promise<Uint8Array>, code: string): Promise<Restored> {
      await studio.checkCode(code);
      const { studioName: known } = await studio.door();
      if (known !== '') throw conflict('This studio is set up already.', 'Sign in instead.');
      // Only now is the file taken in: whoever has no code sends nothing large.
      const found = openStudio(await read());
      if (!found.ok) throw refused(found.why);
      const counts = await put(found);
      const fault = await faultOf(counts);
      if (fault !== undefined) {
        await archive.removeAll(STUDIO_TABLES);
        throw refused(fault);
      }
      const { studioName } = await studio.door();
      return {
        studioName,
        exportedAt: found.exportedAt,
        people: counts['people'] ?? 0,
        songs: counts['songs'] ?? 0,
      };
    },
  };
}

function plainName(text: string): string {
  const plain = text.normalize('NFKD').replace(/[^A-Za-z0-9]+/g, '-');
  return plain.replace(/^-+|-+$/g, '').toLowerCase() || 'export';
}

function whereOf(table: string): string {
  if (table === 'people') return 'id = ?';
  return OWN_ROWS.find((own) => own.table === table)?.where ?? 'person_id = ?';
}

/** Brings the rows of a studio in, and looks whether one can work with them. */
function createBringingIn({ archive, people, studio, tryStudio }: ArchiveDeps) {
  async function put(found: OpenArchive): Promise<Readonly<Record<string, number>>> {
    try {
      return await archive.putAll(STUDIO_TABLES, (table) => checkedRows(found, table));
    } catch (error) {
      const why = error instanceof RowFault ? error.message : whyRefused(error);
      if (why !== undefined) throw refused(why);
      if ((await studio.door()).studioName !== '')
        throw conflict('This studio is set up already.', 'Sign in instead.');
      if (!isUnfit(error)) throw error;
      throw badRequest(
        'The rows of this export do not fit each other.',
        `${REMEDY} Take another copy.`,
      );
    }
  }

  /** What is wrong with a studio that was brought in; undefined where it can be worked with. */
  async function faultOf(counts: Readonly<Record<string, number>>): Promise<string | undefined> {
    if (counts['studio'] !== 1) return 'This export has no studio in it.';
    const owner = (await people.list()).find(
      ({ role, isPutAway }) => role === 'owner' && !isPutAway,
    );
    if (!owner) return 'This export has no owner who could sign in.';
    return (await tryStudio(owner).catch(() => false))
      ? undefined
      : 'This studio cannot be worked with: a page of it could not be made.';
  }

  return { put, faultOf };
}

export type ArchiveService = ReturnType<typeof createArchiveService>;
