import type { RevisionSummary, Song, SongSummary } from '@harvu/contract';
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
type SummaryRow = Omit<FoundRow, 'document' | 'saved_by'> & { student_count: number | string };

function toSummary(row: SummaryRow): SongSummary {
  const { id, title, played_by: playedBy, revision, student_count: studentCount } = row;
  return {
    id,
    title,
    playedBy,
    revision,
    savedAt: row.saved_at.toISOString(),
    studentCount: Number(studentCount),
  };
}

function defineSongs(sequelize: Sequelize) {
  const songs = sequelize.define<Model<SongRow, SongRow>>('songs', {
    id: { type: DataTypes.CHAR(36), primaryKey: true },
    title: DataTypes.STRING(120),
    played_by: DataTypes.STRING(120),
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

const LATEST = `
  SELECT songs.*, r.number AS revision, r.created_at AS saved_at, people.name AS saved_by, r.document
  FROM songs JOIN song_revisions r ON r.song_id = songs.id JOIN people ON people.id = r.author_id
  WHERE r.number = (SELECT MAX(number) FROM song_revisions WHERE song_id = songs.id)`;

const SUMMARIES = `
  SELECT songs.*, r.number AS revision, r.created_at AS saved_at,
    (SELECT COUNT(*) FROM plans WHERE plans.song_id = songs.id) AS student_count
  FROM songs JOIN song_revisions r ON r.song_id = songs.id
  WHERE r.number = (SELECT MAX(number) FROM song_revisions WHERE song_id = songs.id)
  ORDER BY songs.title`;

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

function toHead(row: RevisionHeadRow): RevisionHead {
  return {
    number: row.number,
    by: row.author_name,
    byId: row.author_id,
    at: row.created_at.toISOString(),
    planCount: Number(row.plan_count),
  };
}

/** Keeps songs and their revisions. */
export function createSongsStore(sequelize: Sequelize) {
  const { songs, revisions } = defineSongs(sequelize);
  return {
    async add(song: SongHead, transaction: Tx): Promise<void> {
      const { id, title, playedBy, createdBy, createdAt } = song;
      const row = { id, title, played_by: playedBy, created_by: createdBy, created_at: createdAt };
      await songs.create(row, { transaction });
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
    async list(): Promise<readonly SongSummary[]> {
      const rows = await sequelize.query<SummaryRow>(SUMMARIES, { type: QueryTypes.SELECT });
      return rows.map(toSummary);
    },
    async find(id: string): Promise<Omit<Song, 'overruled'> | undefined> {
      const [row] = await sequelize.query<FoundRow>(`${LATEST} AND songs.id = ?`, {
        replacements: [id],
        type: QueryTypes.SELECT,
      });
      if (!row) return undefined;
      const { title, played_by: playedBy, revision, saved_by: savedBy } = row;
      const saved = { revision, savedBy, savedAt: row.saved_at.toISOString() };
      return { id, title, playedBy, ...saved, document: fromJsonColumn(row.document) };
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

export type SongsStore = ReturnType<typeof createSongsStore>;
