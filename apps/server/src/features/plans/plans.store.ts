import type { PlanFigures, PlanSummary } from '@harvu/contract';
import { USUAL_TEACHING, type Teaching } from '@harvu/core/plan';
import { USUAL_STUDENT } from '@harvu/core/player';
import type { SongDocument } from '@harvu/core/song';
import { DataTypes, QueryTypes, type Model, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';
import { fromJsonColumn } from '../../platform/json-column';

interface PlanRow {
  id: string;
  student_id: string;
  song_id: string;
  revision: number;
  assigned_by: string;
  assigned_at: Date;
  /** Null for a plan made before plans had a way of their own. */
  teaching: string | null;
  figures: string | null;
  version: number;
  withdrawn_at: Date | null;
}

/** A row as it is read: a JSON column may have been parsed by the driver. */
type FoundRow = Omit<PlanRow, 'teaching' | 'figures'> & {
  readonly teaching: Teaching | string | null;
  readonly figures: PlanFigures | string | null;
  readonly title: string;
  readonly played_by: string;
  readonly student_name: string;
};

/** A song given to a student. */
export interface NewPlan {
  readonly id: string;
  readonly studentId: string;
  readonly songId: string;
  readonly revision: number;
  readonly assignedBy: string;
  readonly assignedAt: Date;
  readonly teaching: Teaching;
  readonly figures: PlanFigures;
}

/** How a plan is taught and on which figures, as often as it was saved. */
export interface PlanWay {
  readonly version: number;
  readonly teaching: Teaching;
  readonly figures: PlanFigures;
}

/** A plan's way with the song as it was given. */
export interface PlanContent extends PlanWay {
  readonly document: SongDocument;
}

/** A plan without its song, and the numbers that tell whether anything about it has changed. */
export interface PlanHead extends PlanSummary {
  readonly version: number;
  /** The number of the last event of its log; 0 for none. */
  readonly lastEvent: number;
}

const NO_FIGURES: PlanFigures = { student: USUAL_STUDENT, constants: {} };

const FOUND = `
  SELECT plans.*, songs.title, songs.played_by, people.name AS student_name
  FROM plans JOIN songs ON songs.id = plans.song_id JOIN people ON people.id = plans.student_id`;

const HEADS = `
  SELECT plans.*, songs.title, songs.played_by, people.name AS student_name,
    COALESCE((SELECT number FROM events WHERE events.plan_id = plans.id
      ORDER BY number DESC LIMIT 1), 0) AS last_event
  FROM plans JOIN songs ON songs.id = plans.song_id JOIN people ON people.id = plans.student_id
  WHERE plans.withdrawn_at IS NULL`;

const CONTENTS = `
  SELECT plans.id, plans.version, plans.teaching, plans.figures, song_revisions.document
  FROM plans JOIN song_revisions
    ON song_revisions.song_id = plans.song_id AND song_revisions.number = plans.revision
  WHERE plans.id IN (?)`;

const MARKS = `
  SELECT CONCAT_WS(' ', id, version, revision,
    COALESCE((SELECT number FROM events WHERE events.plan_id = plans.id
      ORDER BY number DESC LIMIT 1), 0)) AS mark
  FROM plans WHERE student_id = ? ORDER BY id`;

type ContentRow = Pick<FoundRow, 'id' | 'version' | 'teaching' | 'figures'> & {
  readonly document: SongDocument | string;
};

/** Keeps who learns which song, and how. */
export function createPlansStore(sequelize: Sequelize) {
  const plans = definePlans(sequelize);
  const { query, waysOf, headsFor } = createPlanQueries(sequelize);
  return {
    waysOf,
    headsFor,
    /** How one plan is taught, with its song; undefined where there is no such plan. */
    wayOf: async (id: string) => (await waysOf([id])).get(id),
    listAll: () => query('', []),
    /** What a student learns now; songs taken back are left out. */
    listOf: (studentId: string) =>
      query('WHERE student_id = ? AND withdrawn_at IS NULL', [studentId]),
    /** Changes whenever anything did in any plan a student ever had. */
    async marksOf(studentId: string): Promise<string> {
      const rows = await sequelize.query<{ readonly mark: string }>(MARKS, {
        replacements: [studentId],
        type: QueryTypes.SELECT,
      });
      return rows.map(({ mark }) => mark).join();
    },
    /** Who has a song, or had it. */
    listOfSong: (songId: string) => query('WHERE song_id = ?', [songId]),
    /** Every plan a student ever had. */
    listEver: (studentId: string) => query('WHERE student_id = ?', [studentId]),
    find: async (id: string) => (await query('WHERE plans.id = ?', [id]))[0],
    /** Tells whether the new way was kept; not if somebody else saved in between. */
    async saveWay(id: string, { version, teaching, figures }: PlanWay): Promise<boolean> {
      const [count] = await plans.update(
        {
          teaching: JSON.stringify(teaching),
          figures: JSON.stringify(figures),
          version: version + 1,
        },
        { where: { id, version } },
      );
      return count === 1;
    },
    async setWithdrawn(id: string, at: Date | null): Promise<void> {
      await plans.update({ withdrawn_at: at }, { where: { id } });
    },
    /**
     * Gives the song, or moves a plan that is there already to this revision, one that was taken back
     * too; its way and its log stay with it.
     */
    async put(plan: NewPlan, transaction: Tx): Promise<void> {
      const row = {
        id: plan.id,
        student_id: plan.studentId,
        song_id: plan.songId,
        version: 1,
        revision: plan.revision,
        assigned_by: plan.assignedBy,
        withdrawn_at: null,
        assigned_at: plan.assignedAt,
        teaching: JSON.stringify(plan.teaching),
        figures: JSON.stringify(plan.figures),
      };
      // In one statement: two who give the same song at once both give it.
      const updateOnDuplicate: (keyof typeof row)[] = ['revision', 'withdrawn_at'];
      await plans.bulkCreate([row], { updateOnDuplicate, transaction });
    },
  };
}

function toSummary(row: FoundRow): PlanSummary {
  return {
    id: row.id,
    songId: row.song_id,
    title: row.title,
    playedBy: row.played_by,
    studentId: row.student_id,
    studentName: row.student_name,
    revision: row.revision,
    assignedAt: row.assigned_at.toISOString(),
    withdrawnAt: row.withdrawn_at?.toISOString() ?? null,
  };
}

function toWay({
  version,
  teaching,
  figures,
}: Pick<FoundRow, 'version' | 'teaching' | 'figures'>): PlanWay {
  return {
    version,
    teaching: teaching === null ? USUAL_TEACHING : fromJsonColumn(teaching),
    figures: figures === null ? NO_FIGURES : fromJsonColumn(figures),
  };
}

function definePlans(sequelize: Sequelize) {
  return sequelize.define<Model<PlanRow, Partial<PlanRow>>>('plans', {
    id: { type: DataTypes.CHAR(36), primaryKey: true },
    student_id: DataTypes.CHAR(36),
    song_id: DataTypes.CHAR(36),
    revision: DataTypes.INTEGER,
    assigned_by: DataTypes.CHAR(36),
    assigned_at: DataTypes.DATE(3),
    teaching: DataTypes.TEXT('long'),
    figures: DataTypes.TEXT('long'),
    version: DataTypes.INTEGER,
    withdrawn_at: DataTypes.DATE(3),
  });
}

/** Reads plans with what belongs to them. */
function createPlanQueries(sequelize: Sequelize) {
  const query = async (
    where: string,
    values: readonly string[],
  ): Promise<readonly PlanSummary[]> => {
    const rows = await sequelize.query<FoundRow>(
      `${FOUND} ${where} ORDER BY assigned_at, plans.id`,
      { replacements: [...values], type: QueryTypes.SELECT },
    );
    return rows.map(toSummary);
  };
  async function waysOf(ids: readonly string[]): Promise<ReadonlyMap<string, PlanContent>> {
    if (ids.length === 0) return new Map();
    const rows = await sequelize.query<ContentRow>(CONTENTS, {
      replacements: [[...ids]],
      type: QueryTypes.SELECT,
    });
    return new Map(
      rows.map((row) => [row.id, { ...toWay(row), document: fromJsonColumn(row.document) }]),
    );
  }
  return {
    query,
    waysOf,
    /** Plans in work with what tells whether they have changed; those of one student, or all. */
    headsFor: async (studentId: string | undefined): Promise<readonly PlanHead[]> => {
      const own = studentId === undefined ? '' : 'AND plans.student_id = ?';
      const rows = await sequelize.query<FoundRow & { last_event: number | string }>(
        `${HEADS} ${own} ORDER BY assigned_at, plans.id`,
        {
          replacements: studentId === undefined ? [] : [studentId],
          type: QueryTypes.SELECT,
        },
      );
      return rows.map((row) => ({
        ...toSummary(row),
        version: row.version,
        lastEvent: Number(row.last_event),
      }));
    },
  };
}

export type PlansStore = ReturnType<typeof createPlansStore>;
