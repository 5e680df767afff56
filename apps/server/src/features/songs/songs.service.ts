import type {
  NewSong,
  Overrule,
  Overruled,
  Person,
  RevisionDocument,
  RevisionSummary,
  SavedSong,
  SaveSong,
  Song,
  SongChange,
} from '@harvu/contract';
import { EMPTY_SONG, type SongDocument } from '@harvu/core/song';
import { createHash } from 'node:crypto';
import type { Clock } from '../../platform/clock';
import { isTaken, type InTransaction, type Tx } from '../../platform/database';
import { conflict, missing } from '../../platform/errors';
import type { OverrulesStore } from './overrules.store';
import type { RevisionHead, SongsStore } from './songs.store';

export interface SongsDeps {
  readonly songs: SongsStore;
  readonly overrules: OverrulesStore;
  readonly clock: Clock;
  readonly inTransaction: InTransaction;
}

/** Gives the checksum a revision is stored with. */
export function checksumOf(document: SongDocument): string {
  return createHash('sha256').update(JSON.stringify(document)).digest('hex');
}

/** What the same person saved within this time of each other is one state to go back to. */
const ONE_STATE_MS = 5 * 60_000;

/** Starts songs, and saves each edit as a new revision. */
export function createSongsService({ songs, overrules, clock, inTransaction }: SongsDeps) {
  async function startIn(
    tx: Tx,
    { title, playedBy, document = EMPTY_SONG }: NewSong,
    author: Person,
  ): Promise<string> {
    const id = clock.newId();
    const createdAt = clock.now();
    await songs.add({ id, title, playedBy, createdBy: author.id, createdAt }, tx);
    const first = { songId: id, number: 1, document, checksum: checksumOf(document) };
    await songs.addRevision({ ...first, authorId: author.id, createdAt }, tx);
    return id;
  }

  async function find(id: string): Promise<Song> {
    const song = await songs.find(id);
    if (!song) throw missing('song');
    return { ...song, overruled: await overrules.listOf(id) };
  }

  /** Many acts need to know only that the song is there. */
  async function mustBeThere(id: string): Promise<void> {
    if (!(await songs.isThere(id))) throw missing('song');
  }

  return {
    startIn,
    find,
    mustBeThere,
    start: async (song: NewSong, author: Person): Promise<Song> =>
      find(await inTransaction((tx) => startIn(tx, song, author))),
    /** The states of a song one can go back to, the newest first. */
    async revisions(id: string): Promise<readonly RevisionSummary[]> {
      await mustBeThere(id);
      return statesToGoBackTo(await songs.revisionsOf(id));
    },
    async revision(id: string, number: number): Promise<RevisionDocument> {
      const document = await songs.documentOf(id, number);
      if (!document) throw missing('revision');
      return { number, document };
    },
    /** The newest revision after one, and who saved it; undefined while there is none. */
    async changeAfter(id: string, revision: number): Promise<SongChange | undefined> {
      const [newest] = await songs.revisionsOf(id, revision);
      return newest && { revision: newest.number, by: newest.by };
    },
    async overrule(id: string, overrule: Overrule, author: Person): Promise<readonly Overruled[]> {
      await mustBeThere(id);
      const given = { songId: id, authorId: author.id, createdAt: clock.now() };
      await overrules.put({ ...overrule, ...given });
      return overrules.listOf(id);
    },
    async withdrawOverrule(id: string, key: string): Promise<readonly Overruled[]> {
      await mustBeThere(id);
      await overrules.remove(id, key);
      return overrules.listOf(id);
    },
    save: createSave({ songs, clock }, find),
  };
}

/** Leaves out the states in between, but none that somebody learns from, and not the first. */
function statesToGoBackTo(heads: readonly RevisionHead[]): readonly RevisionSummary[] {
  const kept: RevisionHead[] = [];
  for (const head of heads) {
    const later = kept.at(-1);
    const isInBetween =
      later?.byId === head.byId && Date.parse(later.at) - Date.parse(head.at) < ONE_STATE_MS;
    if (!isInBetween || head.planCount > 0 || head.number === 1) kept.push(head);
  }
  return kept.map(({ byId: _byId, ...summary }) => summary);
}

/** Makes what saves a song: the next number after the base can be taken once, whoever comes second is told. */
function createSave(
  { songs, clock }: Pick<SongsDeps, 'songs' | 'clock'>,
  find: (id: string) => Promise<Song>,
) {
  return async function save(
    id: string,
    { baseRevision, document }: SaveSong,
    author: Person,
  ): Promise<SavedSong> {
    const latest = await find(id);
    const changed = conflict(
      'Somebody else has saved this song since you opened it.',
      'Your text is still here: copy it, reload the song, and put your change in again.',
      'baseRevision',
    );
    const checksum = checksumOf(document);
    // The same save sent again, its answer having been lost, is answered as it was.
    if (checksum === checksumOf(latest.document))
      return { revision: latest.revision, savedAt: latest.savedAt };
    if (latest.revision !== baseRevision) throw changed;
    const createdAt = clock.now();
    const revision = { songId: id, number: baseRevision + 1, document, checksum };
    try {
      await songs.addRevision({ ...revision, authorId: author.id, createdAt });
    } catch (error) {
      throw isTaken(error) ? changed : error;
    }
    return { revision: revision.number, savedAt: createdAt.toISOString() };
  };
}

export type SongsService = ReturnType<typeof createSongsService>;
