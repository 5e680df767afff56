import type { OwnConstants } from '@harvu/core/assumptions';
import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';
import { fromJsonColumn } from '../../platform/json-column';

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
  time_zone: string;
}

const ONLY_ID = 1;

/** Keeps the studio's own row; there is one or none. */
export function createStudioStore(sequelize: Sequelize) {
  const studio = sequelize.define<Model<StudioRow, Partial<StudioRow>>>('studio', {
    id: { type: DataTypes.TINYINT, primaryKey: true },
    name: DataTypes.STRING(80),
    is_demo: DataTypes.BOOLEAN,
    constants: DataTypes.TEXT,
    time_zone: DataTypes.STRING(64),
  });
  return {
    async find(): Promise<Studio | undefined> {
      const row = (await studio.findByPk(ONLY_ID))?.get();
      return row && { name: row.name, isDemo: Boolean(row.is_demo), timeZone: row.time_zone };
    },
    /** The constants the studio has set to values of its own. */
    async constants(): Promise<OwnConstants> {
      const kept = (await studio.findByPk(ONLY_ID))?.get().constants;
      return kept ? fromJsonColumn<OwnConstants>(kept) : {};
    },
    async saveTimeZone(timeZone: string): Promise<void> {
      await studio.update({ time_zone: timeZone }, { where: { id: ONLY_ID } });
    },
    async saveConstants(constants: OwnConstants): Promise<void> {
      await studio.update({ constants: JSON.stringify(constants) }, { where: { id: ONLY_ID } });
    },
    async add({ name, isDemo, timeZone }: Studio, transaction: Tx): Promise<void> {
      const row = { id: ONLY_ID, name, is_demo: isDemo, time_zone: timeZone };
      await studio.create(row, { transaction });
    },
  };
}

export type StudioStore = ReturnType<typeof createStudioStore>;
