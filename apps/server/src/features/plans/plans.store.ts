import type { PlanSummary } from '@harvu/contract';
import type { Try } from '@harvu/core/progress';
import type { SongDocument } from '@harvu/core/song';
import { DataTypes, QueryTypes, type Model, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';
import { toDocument } from '../songs';

interface PlanRow {
  id: string;
  student_id: string;
  song_id: string;
  revision: number;
  assigned_by: string;
  assigned_at: Date;
}

interface TryRow {
  id: string;
  plan_id: string;
  step_id: string;
  played_at: Date;
  bpm: number | null;
  clean: boolean | number;
  passes: number;
  seconds: number;
  source: Try['source'];
  logged_by: string;
  received_at: Date;
}

type FoundRow = PlanRow & { title: string; played_by: string; student_name: string };

/** A song given to a student. */
export interface NewPlan {
  readonly id: string;
  readonly studentId: string;
  readonly songId: string;
  readonly revision: number;
  readonly assignedBy: string;
  readonly assignedAt: Date;
}

/** A try with who sent it and when it came in. */
export interface LoggedTry extends Try {
  readonly planId: string;
  readonly loggedBy: string;
  readonly receivedAt: Date;
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
  };
}

function toTry(row: TryRow): Try {
  const { id, step_id: stepId, played_at: at, bpm, clean, passes, seconds, source } = row;
  return { id, stepId, at: at.toISOString(), bpm, clean: Boolean(clean), passes, seconds, source };
}

function toTryRow(one: LoggedTry): TryRow {
  return {
    id: one.id,
    plan_id: one.planId,
    step_id: one.stepId,
    played_at: new Date(one.at),
    bpm: one.bpm,
    clean: one.clean,
    passes: one.passes,
    seconds: one.seconds,
    source: one.source,
    logged_by: one.loggedBy,
    received_at: one.receivedAt,
  };
}

function definePlans(sequelize: Sequelize) {
  const plans = sequelize.define<Model<PlanRow, PlanRow>>('plans', {
    id: { type: DataTypes.CHAR(36), primaryKey: true },
    student_id: DataTypes.CHAR(36),
    song_id: DataTypes.CHAR(36),
    revision: DataTypes.INTEGER,
    assigned_by: DataTypes.CHAR(36),
    assigned_at: DataTypes.DATE(3),
  });
  const tries = sequelize.define<Model<TryRow, TryRow>>('tries', {
    id: { type: DataTypes.CHAR(36), primaryKey: true },
    plan_id: DataTypes.CHAR(36),
    step_id: DataTypes.STRING(200),
    played_at: DataTypes.DATE(3),
    bpm: DataTypes.DOUBLE,
    clean: DataTypes.BOOLEAN,
    passes: DataTypes.INTEGER,
    seconds: DataTypes.DOUBLE,
    source: DataTypes.ENUM('self', 'teacher'),
    logged_by: DataTypes.CHAR(36),
    received_at: DataTypes.DATE(3),
  });
  return { plans, tries };
}

const FOUND = `
  SELECT plans.*, songs.title, songs.played_by, people.name AS student_name
  FROM plans JOIN songs ON songs.id = plans.song_id JOIN people ON people.id = plans.student_id`;

/** Keeps who learns which song, and every try; tries are added, never changed. */
export function createPlansStore(sequelize: Sequelize) {
  const { plans, tries } = definePlans(sequelize);
  const query = async (
    where: string,
    values: readonly string[],
  ): Promise<readonly PlanSummary[]> => {
    const rows = await sequelize.query<FoundRow>(
      `${FOUND} ${where} ORDER BY assigned_at, plans.id`,
      {
        replacements: [...values],
        type: QueryTypes.SELECT,
      },
    );
    return rows.map(toSummary);
  };
  return {
    listAll: () => query('', []),
    listOf: (studentId: string) => query('WHERE student_id = ?', [studentId]),
    find: async (id: string) => (await query('WHERE plans.id = ?', [id]))[0],
    /** Gives the song, or moves a plan that is there already to this revision; tries stay with it. */
    async put(plan: NewPlan, transaction: Tx): Promise<void> {
      const where = { student_id: plan.studentId, song_id: plan.songId };
      const [row, isNew] = await plans.findOrCreate({
        where,
        defaults: {
          ...where,
          id: plan.id,
          revision: plan.revision,
          assigned_by: plan.assignedBy,
          assigned_at: plan.assignedAt,
        },
        transaction,
      });
      if (!isNew) await row.update({ revision: plan.revision }, { transaction });
    },
    async documentOf({ songId, revision }: PlanSummary): Promise<SongDocument | undefined> {
      const [row] = await sequelize.query<{ document: string }>(
        'SELECT document FROM song_revisions WHERE song_id = ? AND number = ?',
        { replacements: [songId, revision], type: QueryTypes.SELECT },
      );
      return row && toDocument(row.document);
    },
    async triesOf(planId: string): Promise<readonly Try[]> {
      const rows = await tries.findAll({
        where: { plan_id: planId },
        order: [['played_at', 'ASC']],
        raw: true,
      });
      return rows.map((row) => toTry(row as unknown as TryRow));
    },
    async addTries(many: readonly LoggedTry[], transaction?: Tx): Promise<void> {
      await tries.bulkCreate(many.map(toTryRow), { transaction: transaction ?? null });
    },
    async planOfTry(id: string): Promise<string | undefined> {
      const row = await tries.findOne({ where: { id }, raw: true });
      return (row as unknown as TryRow | null)?.plan_id;
    },
  };
}

export type PlansStore = ReturnType<typeof createPlansStore>;
