import type { SaveConstants, StudioConstants, StudioSettings } from '@harvu/contract';
import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';
import { fromJsonColumn } from '../../platform/json-column';
import type { OwnConstants } from '@harvu/core/constants';

/** The studio itself. */
export interface Studio {
  readonly name: string;
  readonly isDemo: boolean;
  readonly timeZone: string;
}

interface StudioRow {
  id: number;
  name: string;
  is_demo: boolean | number;
  constants: string | null;
  constants_version: number;
  time_zone: string;
  idle_minutes: number;
  keep_log_days: number;
  keep_put_away_days: number;
  breaks: string;
}

const ONLY_ID = 1;
/** What the database gives a studio that has not chosen. */
const USUAL_IDLE_MINUTES = 10_080;
const USUAL_KEPT_DAYS = 365;

/** Keeps the studio's own row; there is one or none. */
export function createStudioStore(sequelize: Sequelize) {
  const studio = sequelize.define<Model<StudioRow, Partial<StudioRow>>>('studio', {
    id: { type: DataTypes.TINYINT, primaryKey: true },
    name: DataTypes.STRING(80),
    is_demo: DataTypes.BOOLEAN,
    constants: DataTypes.TEXT,
    constants_version: DataTypes.INTEGER,
    time_zone: DataTypes.STRING(64),
    idle_minutes: DataTypes.INTEGER,
    keep_log_days: DataTypes.INTEGER,
    keep_put_away_days: DataTypes.INTEGER,
    breaks: DataTypes.TEXT,
  });
  return {
    async find(): Promise<Studio | undefined> {
      const row = (await studio.findByPk(ONLY_ID))?.get();
      return row && { name: row.name, isDemo: Boolean(row.is_demo), timeZone: row.time_zone };
    },
    /** The constants the studio has set to values of its own. */
    async constants(): Promise<StudioConstants> {
      const row = (await studio.findByPk(ONLY_ID))?.get();
      const values = row?.constants ? fromJsonColumn<OwnConstants>(row.constants) : {};
      return { version: row?.constants_version ?? 0, values };
    },
    async settings(): Promise<StudioSettings> {
      const row = (await studio.findByPk(ONLY_ID))?.get();
      return {
        timeZone: row?.time_zone ?? 'UTC',
        idleMinutes: row?.idle_minutes ?? USUAL_IDLE_MINUTES,
        keepLogDays: row?.keep_log_days ?? USUAL_KEPT_DAYS,
        keepPutAwayDays: row?.keep_put_away_days ?? 0,
        breaks: row ? fromJsonColumn<StudioSettings['breaks']>(row.breaks) : [],
      };
    },
    async saveSettings(settings: StudioSettings): Promise<void> {
      const { timeZone, idleMinutes, keepLogDays, keepPutAwayDays, breaks } = settings;
      const changes = {
        time_zone: timeZone,
        idle_minutes: idleMinutes,
        keep_log_days: keepLogDays,
        keep_put_away_days: keepPutAwayDays,
        breaks: JSON.stringify(breaks),
      };
      await studio.update(changes, { where: { id: ONLY_ID } });
    },
    /** Tells whether they were kept; not if somebody else saved in between. */
    async saveConstants({ baseVersion, values }: SaveConstants): Promise<boolean> {
      const changes = { constants: JSON.stringify(values), constants_version: baseVersion + 1 };
      const [count] = await studio.update(changes, {
        where: { id: ONLY_ID, constants_version: baseVersion },
      });
      return count === 1;
    },
    async add({ name, isDemo, timeZone }: Studio, transaction: Tx): Promise<void> {
      const row = { id: ONLY_ID, name, is_demo: isDemo, time_zone: timeZone };
      await studio.create(row, { transaction });
    },
  };
}

export type StudioStore = ReturnType<typeof createStudioStore>;
