import type { RevisionSummary, Song, SongLabel, SongPlace, SongSummary } from '@harvu/contract';
import type { SongDocument } from '@harvu/core/song';
import { DataTypes, QueryTypes, type Model, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';
import { fromJsonColumn } from '../../platform/json-column';

/** A song without its music. */
export interface SongHead {
  readonly id: string;
  readonly title: string;
  readonly playedBy: string;
  readonly createdBy: string;
  readonly createdAt: Date;
}

/** One stored state of a song; it is never changed afterwards. */
export interface Revision {
  readonly songId: string;
  readonly number: number;
  readonly document: SongDocument;
  readonly checksum: string;
  readonly authorId: string;
  readonly createdAt: Date;
}

interface SongRow {
  id: string;
  title: string;
  played_by: string;
  tags: string;
  place: SongPlace;
  moved_at: Date | null;
  created_by: string;
  created_at: Date;
}

interface RevisionRow {
  song_id: string;
  number: number;
  document: string;
  checksum: string;
  author_id: string;
  created_at: Date;
}

type FoundRow = SongRow & {
  revision: number;
  saved_at: Date;
  saved_by: string;
  document: SongDocument | string;
};
type SummaryRow = Omit<FoundRow, 'document' | 'saved_by'> & {
  student_count: number | string;
  checksum: string;
};

/** A song in the list, with the checksum of the music it has. */
export interface ListedSong extends Omit<SongSummary, 'blocks' | 'chords' | 'keptUntil'> {
  readonly checksum: string;
}

const LATEST = `
  SELECT songs.*, r.number AS revision, r.created_at AS saved_at, people.name AS saved_by, r.document
  FROM songs JOIN song_revisions r ON r.song_id = songs.id JOIN people ON people.id = r.author_id
  WHERE r.number = (SELECT MAX(number) FROM song_revisions WHERE song_id = songs.id)`;

const SUMMARIES = `
  SELECT songs.*, r.number AS revision, r.created_at AS saved_at, r.checksum,
    (SELECT COUNT(*) FROM plans WHERE plans.song_id = songs.id AND plans.withdrawn_at IS NULL)
      AS student_count
  FROM songs JOIN song_revisions r ON r.song_id = songs.id
  WHERE r.number = (SELECT MAX(number) FROM song_revisions WHERE song_id = songs.id)
  ORDER BY songs.title`;

const LEARNERS = `
  SELECT COUNT(*) AS count FROM plans WHERE song_id = ? AND withdrawn_at IS NULL`;

const DELETED = `
  SELECT id, moved_at AS since FROM songs WHERE place = 'deleted' AND moved_at IS NOT NULL
    AND NOT EXISTS (SELECT 1 FROM plans WHERE plans.song_id = songs.id)`;

const REMOVALS: readonly string[] = [
  'UPDATE requests SET song_id = NULL WHERE song_id = ?',
  'DELETE FROM overrules WHERE song_id = ?',
  'DELETE FROM song_teaching WHERE song_id = ?',
  'DELETE FROM song_revisions WHERE song_id = ?',
  'DELETE FROM songs WHERE id = ?',
];

interface RevisionHeadRow {
  number: number;
  created_at: Date;
  author_id: string;
  author_name: string;
  plan_count: number | string;
}

/** A revision without its document. */
export interface RevisionHead extends RevisionSummary {
  readonly byId: string;
}

const MOST_REVISIONS = 2000;
const REVISIONS = `
  SELECT r.number, r.created_at, r.author_id, people.name AS author_name,
    (SELECT COUNT(*) FROM plans WHERE plans.song_id = r.song_id AND plans.revision = r.number)
      AS plan_count
  FROM song_revisions r JOIN people ON people.id = r.author_id
  WHERE r.song_id = ? AND r.number > ? ORDER BY r.number DESC LIMIT ${MOST_REVISIONS}`;

/** Keeps songs and their revisions. */
export function createSongsStore(sequelize: Sequelize) {
  const { songs, revisions } = defineSongs(sequelize);
  return {
    ...createShelf(sequelize, songs),
    async add(song: SongHead, transaction: Tx): Promise<void> {
      await songs.create(toNewRow(song), { transaction });
    },
    async addRevision(revision: Revision, transaction?: Tx): Promise<void> {
      const row: RevisionRow = {
        song_id: revision.songId,
        number: revision.number,
        document: JSON.stringify(revision.document),
        checksum: revision.checksum,
        author_id: revision.authorId,
        created_at: revision.createdAt,
      };
      await revisions.create(row, { transaction: transaction ?? null });
    },
    /** Tells whether a song is there, without reading it. */
    async isThere(id: string): Promise<boolean> {
      return (await songs.count({ where: { id } })) > 0;
    },
    /** Tells whether somebody may be given a song: it is there, and not on its way out. */
    async isKept(id: string): Promise<boolean> {
      return (await songs.count({ where: { id, place: ['here', 'away'] } })) > 0;
    },
    /** How many have a plan of a song. */
    async studentCount(id: string): Promise<number> {
      const [row] = await sequelize.query<{ count: number | string }>(LEARNERS, {
        replacements: [id],
        type: QueryTypes.SELECT,
      });
      return Number(row?.count ?? 0);
    },
    async list(): Promise<readonly ListedSong[]> {
      const rows = await sequelize.query<SummaryRow>(SUMMARIES, { type: QueryTypes.SELECT });
      return rows.map(toListed);
    },
    async find(id: string): Promise<Omit<Song, 'overruled'> | undefined> {
      const [row] = await sequelize.query<FoundRow>(`${LATEST} AND songs.id = ?`, {
        replacements: [id],
        type: QueryTypes.SELECT,
      });
      if (!row) return undefined;
      const { title, played_by: playedBy, revision, saved_by: savedBy } = row;
      const saved = { revision, savedBy, savedAt: row.saved_at.toISOString() };
      const tags = fromJsonColumn<readonly string[]>(row.tags);
      return { id, title, playedBy, tags, ...saved, document: fromJsonColumn(row.document) };
    },
    /** Revisions after a number, the newest first. */
    async revisionsOf(songId: string, after = 0): Promise<readonly RevisionHead[]> {
      const rows = await sequelize.query<RevisionHeadRow>(REVISIONS, {
        replacements: [songId, after],
        type: QueryTypes.SELECT,
      });
      return rows.map(toHead);
    },
    async documentOf(songId: string, number: number): Promise<SongDocument | undefined> {
      const row = await revisions.findOne({ where: { song_id: songId, number } });
      return row ? fromJsonColumn<SongDocument>(row.get().document) : undefined;
    },
  };
}

function toListed(row: SummaryRow): ListedSong {
  const { id, title, played_by: playedBy, revision, checksum, place } = row;
  return {
    id,
    title,
    playedBy,
    revision,
    checksum,
    place,
    tags: fromJsonColumn<readonly string[]>(row.tags),
    savedAt: row.saved_at.toISOString(),
    movedAt: row.moved_at?.toISOString() ?? null,
    studentCount: Number(row.student_count),
  };
}

function defineSongs(sequelize: Sequelize) {
  const songs = sequelize.define<Model<SongRow, SongRow>>('songs', {
    id: { type: DataTypes.CHAR(36), primaryKey: true },
    title: DataTypes.STRING(120),
    played_by: DataTypes.STRING(120),
    tags: DataTypes.TEXT,
    place: DataTypes.ENUM('here', 'away', 'deleted'),
    moved_at: DataTypes.DATE(3),
    created_by: DataTypes.CHAR(36),
    created_at: DataTypes.DATE(3),
  });
  const revisions = sequelize.define<Model<RevisionRow, RevisionRow>>('song_revisions', {
    song_id: { type: DataTypes.CHAR(36), primaryKey: true },
    number: { type: DataTypes.INTEGER, primaryKey: true },
    document: DataTypes.TEXT('long'),
    checksum: DataTypes.CHAR(64),
    author_id: DataTypes.CHAR(36),
    created_at: DataTypes.DATE(3),
  });
  return { songs, revisions };
}

function toHead(row: RevisionHeadRow): RevisionHead {
  return {
    number: row.number,
    by: row.author_name,
    byId: row.author_id,
    at: row.created_at.toISOString(),
    planCount: Number(row.plan_count),
  };
}

/** Names songs and moves them on the shelf, off it and away for good. */
function createShelf(sequelize: Sequelize, songs: ReturnType<typeof defineSongs>['songs']) {
  return {
    async rename(id: string, { title, playedBy, tags }: SongLabel): Promise<void> {
      const row = { title, played_by: playedBy, tags: JSON.stringify(tags) };
      await songs.update(row, { where: { id } });
    },
    async move(id: string, place: SongPlace, at: Date | null): Promise<void> {
      await songs.update({ place, moved_at: at }, { where: { id } });
    },
    /** Songs that were deleted and that nobody ever learned, and since when. */
    deleted: (): Promise<readonly { readonly id: string; readonly since: Date }[]> =>
      sequelize.query<{ id: string; since: Date }>(DELETED, { type: QueryTypes.SELECT }),
    async remove(id: string, transaction: Tx): Promise<void> {
      for (const statement of REMOVALS) {
        await sequelize.query(statement, { replacements: [id], transaction });
      }
    },
  };
}

function toNewRow({ id, title, playedBy, createdBy, createdAt }: SongHead) {
  return {
    id,
    title,
    played_by: playedBy,
    tags: '[]',
    place: 'here' as const,
    moved_at: null,
    created_by: createdBy,
    created_at: createdAt,
  };
}

export type SongsStore = ReturnType<typeof createSongsStore>;
