import type { PlanFigures, PlanSummary } from '@harvu/contract';
import { USUAL_TEACHING, type Teaching } from '@harvu/core/plan';
import type { Try } from '@harvu/core/progress';
import type { SongDocument } from '@harvu/core/song';
import { USUAL_STUDENT } from '@harvu/core/steps';
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
  teaching: Teaching | string | null;
  figures: PlanFigures | string | null;
  version: number;
  withdrawn_at: Date | null;
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
  readonly teaching: Teaching;
  readonly figures: PlanFigures;
}

/** How a plan is taught and on which figures, as often as it was saved. */
export interface PlanWay {
  readonly version: number;
  readonly teaching: Teaching;
  readonly figures: PlanFigures;
}

const NO_FIGURES: PlanFigures = { student: USUAL_STUDENT, constants: {} };

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
    withdrawnAt: row.withdrawn_at?.toISOString() ?? null,
  };
}

function toWay({ version, teaching, figures }: PlanRow): PlanWay {
  return {
    version,
    teaching: teaching === null ? USUAL_TEACHING : fromJsonColumn(teaching),
    figures: figures === null ? NO_FIGURES : fromJsonColumn(figures),
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
  const plans = sequelize.define<Model<PlanRow, Partial<PlanRow>>>('plans', {
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

type Tables = ReturnType<typeof definePlans>;

/** Every try there ever was, by plan. */
function createTries(tries: Tables['tries']) {
  return {
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
    /** What a student learns now; songs taken back are left out. */
    listOf: (studentId: string) =>
      query('WHERE student_id = ? AND withdrawn_at IS NULL', [studentId]),
    /** Every plan a student ever had. */
    listEver: (studentId: string) => query('WHERE student_id = ?', [studentId]),
    find: async (id: string) => (await query('WHERE plans.id = ?', [id]))[0],
    async wayOf(id: string): Promise<PlanWay | undefined> {
      const row = await plans.findByPk(id, { raw: true });
      return row ? toWay(row as unknown as PlanRow) : undefined;
    },
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
     * too; its way and its tries stay with it.
     */
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
          teaching: JSON.stringify(plan.teaching),
          figures: JSON.stringify(plan.figures),
          version: 1,
          withdrawn_at: null,
        },
        transaction,
      });
      if (!isNew) {
        await row.update({ revision: plan.revision, withdrawn_at: null }, { transaction });
      }
    },
    async documentOf({ songId, revision }: PlanSummary): Promise<SongDocument | undefined> {
      const [row] = await sequelize.query<{ document: string }>(
        'SELECT document FROM song_revisions WHERE song_id = ? AND number = ?',
        { replacements: [songId, revision], type: QueryTypes.SELECT },
      );
      return row && fromJsonColumn<SongDocument>(row.document);
    },
    ...createTries(tries),
  };
}

export type PlansStore = ReturnType<typeof createPlansStore>;
