import { DataTypes, type Model, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';

/** The studio itself. */
export interface Studio {
  readonly name: string;
  readonly isDemo: boolean;
}

interface StudioRow {
  id: number;
  name: string;
  is_demo: boolean | number;
}

const ONLY_ID = 1;

/** Keeps the studio's own row; there is one or none. */
export function createStudioStore(sequelize: Sequelize) {
  const studio = sequelize.define<Model<StudioRow, StudioRow>>('studio', {
    id: { type: DataTypes.TINYINT, primaryKey: true },
    name: DataTypes.STRING(80),
    is_demo: DataTypes.BOOLEAN,
  });
  return {
    async find(): Promise<Studio | undefined> {
      const row = (await studio.findByPk(ONLY_ID, { raw: true })) as unknown as StudioRow | null;
      return row ? { name: row.name, isDemo: Boolean(row.is_demo) } : undefined;
    },
    async add({ name, isDemo }: Studio, transaction: Tx): Promise<void> {
      await studio.create({ id: ONLY_ID, name, is_demo: isDemo }, { transaction });
    },
  };
}

export type StudioStore = ReturnType<typeof createStudioStore>;
