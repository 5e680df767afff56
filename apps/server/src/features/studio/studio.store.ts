import type { OwnConstants } from '@harvu/core/assumptions';
import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';
import { fromJsonColumn } from '../../platform/json-column';

/** The studio itself. */
export interface Studio {
  readonly name: string;
  readonly isDemo: boolean;
}

interface StudioRow {
  id: number;
  name: string;
  is_demo: boolean | number;
  constants: string | null;
}

const ONLY_ID = 1;

/** Keeps the studio's own row; there is one or none. */
export function createStudioStore(sequelize: Sequelize) {
  const studio = sequelize.define<Model<StudioRow, Partial<StudioRow>>>('studio', {
    id: { type: DataTypes.TINYINT, primaryKey: true },
    name: DataTypes.STRING(80),
    is_demo: DataTypes.BOOLEAN,
    constants: DataTypes.TEXT,
  });
  return {
    async find(): Promise<Studio | undefined> {
      const row = (await studio.findByPk(ONLY_ID, { raw: true })) as unknown as StudioRow | null;
      return row ? { name: row.name, isDemo: Boolean(row.is_demo) } : undefined;
    },
    /** The constants the studio has set to values of its own. */
    async constants(): Promise<OwnConstants> {
      const row = (await studio.findByPk(ONLY_ID, { raw: true })) as unknown as StudioRow | null;
      return row?.constants ? fromJsonColumn<OwnConstants>(row.constants) : {};
    },
    async saveConstants(constants: OwnConstants): Promise<void> {
      await studio.update({ constants: JSON.stringify(constants) }, { where: { id: ONLY_ID } });
    },
    async add({ name, isDemo }: Studio, transaction: Tx): Promise<void> {
      await studio.create({ id: ONLY_ID, name, is_demo: isDemo }, { transaction });
    },
  };
}

export type StudioStore = ReturnType<typeof createStudioStore>;
