import { parseDay, type Day } from '@harvu/core/day';
import type { RequestStatus, SongRequest } from '@harvu/contract';
import { DataTypes, QueryTypes, type Model, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';

interface RequestRow {
  id: string;
  student_id: string;
  title: string;
  played_by: string;
  why: string;
  wanted_by: string | null;
  status: RequestStatus;
  reason: string;
  song_id: string | null;
  asked_at: Date;
  chords: string;
}

type FoundRow = RequestRow & { student_name: string };

// A DATE read by raw SQL would come as a moment in some time zone; as text it stays the day it is.
const FOUND = `
  SELECT r.id, r.student_id, r.title, r.played_by, r.why, r.status, r.reason, r.song_id, r.asked_at, r.chords,
    DATE_FORMAT(r.wanted_by, '%Y-%m-%d') AS wanted_by, people.name AS student_name
  FROM requests r JOIN people ON people.id = r.student_id`;

/** What became of a request. */
export interface Answer {
  readonly status: 'accepted' | 'declined';
  readonly reason: string;
  readonly songId: string | null;
}

/** Keeps what students ask for. */
export function createRequestsStore(sequelize: Sequelize) {
  const requests = defineRequests(sequelize);
  const query = async (
    where: string,
    values: readonly string[],
  ): Promise<readonly SongRequest[]> => {
    const rows = await sequelize.query<FoundRow>(
      `${FOUND} ${where} ORDER BY r.asked_at DESC, r.id`,
      {
        replacements: [...values],
        type: QueryTypes.SELECT,
      },
    );
    return rows.map(toRequest);
  };
  return {
    async add(request: Omit<SongRequest, 'studentName'>, transaction?: Tx): Promise<void> {
      const row: RequestRow = {
        id: request.id,
        student_id: request.studentId,
        title: request.title,
        played_by: request.playedBy,
        why: request.why,
        wanted_by: request.wantedBy,
        status: request.status,
        reason: request.reason,
        song_id: request.songId,
        asked_at: new Date(request.askedAt),
        chords: request.chords,
      };
      await requests.create(row, { transaction: transaction ?? null });
    },
    listAll: () => query('', []),
    listOf: (studentId: string) => query('WHERE r.student_id = ?', [studentId]),
    async find(id: string): Promise<SongRequest | undefined> {
      return (await query('WHERE r.id = ?', [id]))[0];
    },
    /** By which day each student wants a song, where they asked for it and said so; the earliest. */
    async wishesFor(songId: string): Promise<ReadonlyMap<string, Day>> {
      const all = await query('WHERE r.song_id = ? AND r.wanted_by IS NOT NULL', [songId]);
      const wished = all.flatMap(({ studentId, wantedBy }): readonly (readonly [string, Day])[] => {
        const day = parseDay(wantedBy ?? '');
        return day ? [[studentId, day]] : [];
      });
      // The last of each student stands: the earliest day.
      return new Map(wished.toSorted(([, a], [, b]) => b.localeCompare(a)));
    },
    /** Keeps a rough chart of what is asked for; an empty one takes it away. */
    async saveChords(id: string, chords: string): Promise<void> {
      await requests.update({ chords }, { where: { id } });
    },
    /** Answers a request that still waits; false when somebody was quicker. */
    async answer(
      id: string,
      { status, reason, songId }: Answer,
      transaction: Tx,
    ): Promise<boolean> {
      const changes = { status, reason, song_id: songId };
      const [count] = await requests.update(changes, {
        where: { id, status: 'waiting' },
        transaction,
      });
      return count === 1;
    },
  };
}

function toRequest(row: FoundRow): SongRequest {
  return {
    id: row.id,
    studentId: row.student_id,
    studentName: row.student_name,
    title: row.title,
    playedBy: row.played_by,
    why: row.why,
    wantedBy: row.wanted_by,
    status: row.status,
    reason: row.reason,
    songId: row.song_id,
    askedAt: row.asked_at.toISOString(),
    chords: row.chords,
  };
}

function defineRequests(sequelize: Sequelize) {
  return sequelize.define<Model<RequestRow, RequestRow>>('requests', {
    id: { type: DataTypes.CHAR(36), primaryKey: true },
    student_id: DataTypes.CHAR(36),
    title: DataTypes.STRING(120),
    played_by: DataTypes.STRING(120),
    why: DataTypes.STRING(500),
    wanted_by: DataTypes.DATEONLY,
    status: DataTypes.ENUM('waiting', 'accepted', 'declined'),
    reason: DataTypes.STRING(500),
    song_id: DataTypes.CHAR(36),
    asked_at: DataTypes.DATE(3),
    chords: DataTypes.TEXT,
  });
}

export type RequestsStore = ReturnType<typeof createRequestsStore>;
