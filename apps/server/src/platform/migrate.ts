import { QueryTypes, type Sequelize } from 'sequelize';
import { Umzug } from 'umzug';
import { MIGRATIONS, type Statement } from '../migrations';

const TABLE = 'migrations';
const LOCK = 'harvu-start';
/** A first start on a slow machine takes its time; another waits for it. */
const LONGEST_WAIT_S = 120;

/** Does work that only one server at a time may do on a database; the others wait for it. */
export async function alone<T>(sequelize: Sequelize, work: () => Promise<T>): Promise<T> {
  // The lock belongs to a connection, and a transaction is what keeps one.
  return sequelize.transaction(async (transaction) => {
    const [{ got } = { got: 0 }] = await sequelize.query<{ got: number | null }>(
      `SELECT GET_LOCK(CONCAT(DATABASE(), '-${LOCK}'), ${LONGEST_WAIT_S}) AS got`,
      { type: QueryTypes.SELECT, transaction },
    );
    if (got !== 1) throw new Error('Another server is setting this database up and does not end.');
    try {
      return await work();
    } finally {
      await sequelize.query(`DO RELEASE_LOCK(CONCAT(DATABASE(), '-${LOCK}'))`, { transaction });
    }
  });
}

/**
 * Brings the database to the newest form; what has run before is not run again, what was cut short is
 * taken up again, and of several servers that start at once one does it.
 */
export async function migrate(sequelize: Sequelize, migrations = MIGRATIONS): Promise<void> {
  await mustHoldAllLetters(sequelize);
  const umzug = new Umzug({
    migrations: migrations.map(({ name, statements }) => ({
      name,
      up: async () => {
        for (const statement of statements) await run(sequelize, statement);
      },
    })),
    context: sequelize,
    storage: storageIn(sequelize),
    logger: undefined,
  });
  await umzug.up();
}

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
      await sequelize.query(`INSERT IGNORE INTO ${TABLE} (name) VALUES (?)`, {
        replacements: [name],
      });
    },
    async unlogMigration({ name }: { name: string }): Promise<void> {
      await sequelize.query(`DELETE FROM ${TABLE} WHERE name = ?`, { replacements: [name] });
    },
  };
}

async function isThere(sequelize: Sequelize, table: string): Promise<boolean> {
  const found = await sequelize.query('SHOW TABLES LIKE ?', {
    replacements: [table],
    type: QueryTypes.SELECT,
  });
  return found.length > 0;
}

async function run(sequelize: Sequelize, statement: Statement): Promise<void> {
  if (typeof statement === 'string') await sequelize.query(statement);
  else if (await isThere(sequelize, statement.ifTable)) await sequelize.query(statement.sql);
}

/** Words of any language are kept in utf8mb4; a database that cannot hold them is refused. */
async function mustHoldAllLetters(sequelize: Sequelize): Promise<void> {
  const [found] = await sequelize.query<{ letters: string }>(
    'SELECT @@character_set_database AS letters',
    { type: QueryTypes.SELECT },
  );
  if (found?.letters === 'utf8mb4') return;
  throw new Error(
    `The database keeps letters as ${found?.letters ?? 'nothing known'}, which cannot hold every name. ` +
      'Run: ALTER DATABASE … CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci; and start again.',
  );
}
