import { QueryTypes } from 'sequelize';
import { TestStudio } from '../../testing/test-studio';
import { isFull, transactionsOf } from './database';

describe('the database', () => {
  let studio: TestStudio;
  beforeAll(async () => {
    studio = await TestStudio.open();
    await studio.sequelize.query('CREATE TABLE counted (id INT PRIMARY KEY, n INT NOT NULL)');
    await studio.sequelize.query('INSERT INTO counted VALUES (1, 0), (2, 0)');
  });
  afterAll(() => studio.close());

  it('runs work again that had to give way to other work, until all of it is done', async () => {
    const inTransaction = transactionsOf(studio.sequelize);
    let runs = 0;
    const addTo = (first: number, second: number): Promise<void> =>
      inTransaction(async (transaction) => {
        runs += 1;
        for (const id of [first, second]) {
          const sql = 'UPDATE counted SET n = n + 1 WHERE id = ?';
          await studio.sequelize.query(sql, { replacements: [id], transaction });
          await studio.sequelize.query('DO SLEEP(0.05)', { transaction });
        }
      });
    await Promise.all([addTo(1, 2), addTo(2, 1), addTo(1, 2), addTo(2, 1)]);
    const rows = await studio.sequelize.query('SELECT n FROM counted', { type: QueryTypes.SELECT });
    expect(rows).toEqual([{ n: 4 }, { n: 4 }]);
    expect(runs).toBeGreaterThan(4);
  });

  it('tells a full disk from every other failure', () => {
    const failure = (errno: number) => Object.assign(new Error(), { parent: { errno } });
    expect([1114, 1021, 1030].map((errno) => isFull(failure(errno)))).toEqual([true, true, true]);
    expect([failure(1054), new Error('full'), 'full', null].map(isFull)).toEqual([
      ...[false, false, false, false],
    ]);
  });
});
