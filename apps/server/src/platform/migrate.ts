import { QueryTypes, type Sequelize } from 'sequelize';
import { Umzug } from 'umzug';
import { MIGRATIONS } from '../migrations';

const TABLE = 'migrations';

/** Keeps the names of migrations that have run in a table of the database itself. */
function storageIn(sequelize: Sequelize) {
  return {
    async executed(): Promise<string[]> {
      await sequelize.query(`CREATE TABLE IF NOT EXISTS ${TABLE} (name VARCHAR(100) PRIMARY KEY)`);
      const rows = await sequelize.query<{ name: string }>(
        `SELECT name FROM ${TABLE} ORDER BY name`,
        {
          type: QueryTypes.SELECT,
        },
      );
      return rows.map((row) => row.name);
    },
    async logMigration({ name }: { name: string }): Promise<void> {
      await sequelize.query(`INSERT INTO ${TABLE} (name) VALUES (?)`, { replacements: [name] });
    },
    async unlogMigration({ name }: { name: string }): Promise<void> {
      await sequelize.query(`DELETE FROM ${TABLE} WHERE name = ?`, { replacements: [name] });
    },
  };
}

/** Brings the database to the newest form; what has run before is not run again. */
export async function migrate(sequelize: Sequelize): Promise<void> {
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, statements }) => ({
      name,
      up: async () => {
        for (const statement of statements) await sequelize.query(statement);
      },
    })),
    context: sequelize,
    storage: storageIn(sequelize),
    logger: undefined,
  });
  await umzug.up();
}
