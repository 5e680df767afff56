import { QueryTypes } from 'sequelize';
import { TestStudio } from '../../testing/test-studio';
import { MIGRATIONS } from '../migrations';
import { migrate } from './migrate';
import { ARGON2 } from './passwords';

describe('migrations', () => {
  it('run once, in order, and are remembered in the database', async () => {
    const studio = await TestStudio.open();
    await migrate(studio.sequelize);
    const rows = await studio.sequelize.query<{ name: string }>('SELECT name FROM migrations', {
      type: QueryTypes.SELECT,
    });
    expect(rows.map((row) => row.name)).toEqual(MIGRATIONS.map((one) => one.name));
    await studio.close();
  });
});

describe('passwords', () => {
  it('are kept as Argon2id hashes that only the right one fits', async () => {
    const hashed = await ARGON2.toHash('lantern-night');
    expect(hashed).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(await ARGON2.isRight('lantern-night', hashed)).toBeTrue();
    expect(await ARGON2.isRight('lantern-nighT', hashed)).toBeFalse();
  });
});
