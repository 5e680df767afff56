import { type Sequelize, QueryTypes } from 'sequelize';
import { TestStudio } from '../../testing/test-studio';
import { MIGRATIONS } from '../migrations';
import { openDatabase } from './database';
import { alone, migrate } from './migrate';

interface Named {
  readonly name: string;
}

async function namesIn(sequelize: Sequelize): Promise<readonly string[]> {
  const rows = await sequelize.query<Named>('SELECT name FROM migrations', {
    type: QueryTypes.SELECT,
  });
  return rows.map((row) => row.name);
}

/** The form of every table, to compare two databases by. */
async function formOf(sequelize: Sequelize): Promise<string> {
  const rows = await sequelize.query(
    `SELECT table_name, column_name, column_type, is_nullable, column_default, column_key
     FROM information_schema.columns WHERE table_schema = DATABASE() ORDER BY 1, 2`,
    { type: QueryTypes.SELECT },
  );
  return JSON.stringify(rows);
}

const WHOLE = MIGRATIONS.map((one) => one.name);

describe('migrations', () => {
  it('run once, in order, and are remembered in the database', async () => {
    const studio = await TestStudio.open();
    await migrate(studio.sequelize);
    expect(await namesIn(studio.sequelize)).toEqual(WHOLE);
    await studio.close();
  });

  it('are taken up again wherever a first start was cut short', async () => {
    const whole = await TestStudio.open();
    const form = await formOf(whole.sequelize);
    await whole.close();
    const statements = MIGRATIONS.flatMap((one) => one.statements.map((_, at) => ({ one, at })));
    for (const { one, at } of statements) {
      const studio = await TestStudio.open({ isEmpty: true });
      const before = MIGRATIONS.slice(0, MIGRATIONS.indexOf(one));
      // The statement that ran last was done, and the process gone before it could say so.
      const cut = { name: one.name, statements: one.statements.slice(0, at + 1) };
      const dies = { ...cut, statements: [...cut.statements, 'SELECT gone FROM nowhere'] };
      await expectAsync(migrate(studio.sequelize, [...before, dies])).toBeRejected();
      await migrate(studio.sequelize);
      expect(await namesIn(studio.sequelize)).toEqual(WHOLE);
      expect(await formOf(studio.sequelize))
        .withContext(`${one.name}, statement ${at + 1}`)
        .toBe(form);
      await studio.close();
    }
  }, 120_000);

  it('carry the tries of an older studio into the log, however often they are cut short', async () => {
    const studio = await TestStudio.open({ isEmpty: true });
    const { sequelize } = studio;
    const [older, [log]] = [MIGRATIONS.slice(0, 3), MIGRATIONS.slice(3)];
    await migrate(sequelize, older);
    const who = "'p', 'A', 'a', 'student', '', 0, ''";
    for (const sql of [
      `INSERT INTO people (id, name, sign_in_name, role, password_hash, is_minor, guardian, created_at) VALUES (${who}, NOW())`,
      "INSERT INTO songs VALUES ('s', 'S', '', 'p', NOW())",
      "INSERT INTO song_revisions VALUES ('s', 1, '{}', '', 'p', NOW())",
      "INSERT INTO plans (id, student_id, song_id, revision, assigned_by, assigned_at) VALUES ('l', 'p', 's', 1, 'p', NOW())",
      "INSERT INTO tries VALUES ('t', 'l', 'grip:G', NOW(), NULL, 1, 1, 9, 'self', 'p', NOW())",
    ])
      await sequelize.query(sql);
    const half = { name: log?.name ?? '', statements: (log?.statements ?? []).slice(0, 2) };
    const dies = { ...half, statements: [...half.statements, 'SELECT gone FROM nowhere'] };
    await expectAsync(migrate(sequelize, [...older, dies])).toBeRejected();
    await migrate(sequelize);
    const rows = await sequelize.query('SELECT id FROM events', { type: QueryTypes.SELECT });
    expect(rows).toEqual([{ id: 't' }]);
    await studio.close();
  });

  it('are done by one of two servers that start at once, and both serve', async () => {
    const studio = await TestStudio.open({ isEmpty: true });
    const other = openDatabase(studio.url);
    const start = (sequelize: Sequelize) => alone(sequelize, () => migrate(sequelize));
    await Promise.all([start(studio.sequelize), start(other)]);
    expect(await namesIn(other)).toEqual(WHOLE);
    await other.close();
    await studio.close();
  });

  it('refuse a database that cannot hold every letter, and say what to do', async () => {
    const studio = await TestStudio.open({ isEmpty: true });
    await studio.sequelize.query(`ALTER DATABASE ${studio.database} CHARACTER SET latin1`);
    const other = openDatabase(studio.url);
    await expectAsync(migrate(other)).toBeRejectedWithError(/latin1.*utf8mb4/s);
    await other.close();
    await studio.close();
  });
});
