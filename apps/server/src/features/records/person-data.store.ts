import { QueryTypes, type Sequelize } from 'sequelize';
import type { InTransaction, Tx } from '../../platform/database';
import type { PutAway } from './tidy';

interface OwnRows {
  readonly table: string;
  readonly where: string;
}

const OWN_PLANS = 'plan_id IN (SELECT id FROM plans WHERE student_id = ?)';

/** Where a student's own rows stand, those that depend on others first. */
export const OWN_ROWS: readonly OwnRows[] = [
  { table: 'events', where: OWN_PLANS },
  { table: 'requests', where: 'student_id = ?' },
  { table: 'plans', where: 'student_id = ?' },
  { table: 'mails', where: 'student_id = ?' },
  { table: 'lessons', where: 'student_id = ?' },
  { table: 'student_profiles', where: 'person_id = ?' },
  { table: 'calendars', where: 'person_id = ?' },
  { table: 'sessions', where: 'person_id = ?' },
];

const PUT_AWAY = `
  SELECT people.id, people.deactivated_at AS since, studio.keep_put_away_days AS keepDays
  FROM people JOIN studio
  WHERE people.role = 'student' AND studio.keep_put_away_days > 0
    AND people.deactivated_at IS NOT NULL AND people.sign_in_name NOT LIKE 'erased-%'`;

/** Takes away what is kept of somebody. */
export function createPersonDataStore(sequelize: Sequelize, inTransaction: InTransaction) {
  async function remove({ table, where }: OwnRows, id: string, transaction: Tx): Promise<number> {
    const [, count] = await sequelize.query(`DELETE FROM ${table} WHERE ${where}`, {
      replacements: [id],
      type: QueryTypes.UPDATE,
      transaction,
    });
    return count;
  }
  /** Only the id stays, for what others wrote refers to it. */
  async function makeNameless(id: string, transaction: Tx): Promise<void> {
    const change = (sql: string) => sequelize.query(sql, { replacements: [id], transaction });
    await change("UPDATE consents SET guardian = '' WHERE person_id = ?");
    await change(
      `UPDATE people SET name = 'Somebody erased', sign_in_name = CONCAT('erased-', LEFT(id, 30)),
        guardian = '', conventions = NULL, second_factor = NULL, recovery_codes = NULL,
        deactivated_at = NOW(3) WHERE id = ?`,
    );
  }
  return {
    /** Students who were put away, and for how long the studio keeps them; none where it keeps them all. */
    putAway: (): Promise<readonly PutAway[]> =>
      sequelize.query<PutAway>(PUT_AWAY, { type: QueryTypes.SELECT }),
    /** Takes all of it away, or nothing; gives how many rows went from each table. */
    erase: (id: string): Promise<Readonly<Record<string, number>>> =>
      inTransaction(async (tx) => {
        const removed: Record<string, number> = {};
        for (const own of OWN_ROWS) removed[own.table] = await remove(own, id, tx);
        await makeNameless(id, tx);
        return removed;
      }),
  };
}

export type PersonDataStore = ReturnType<typeof createPersonDataStore>;

/** Students who were put away, for whoever erases what was put away long enough. */
export function putAwayStudents({ putAway, erase }: PersonDataStore) {
  return { putAway, erase, act: 'erasePerson' };
}
