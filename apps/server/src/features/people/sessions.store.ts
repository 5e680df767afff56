import type { Person } from '@harvu/contract';
import { Op, QueryTypes, DataTypes, type Model, type Sequelize } from 'sequelize';

interface SessionRow {
  token_hash: string;
  person_id: string;
  created_at: Date;
  expires_at: Date;
}

/** Keeps who is signed in: only a hash of each session's token is stored. */
export function createSessionsStore(sequelize: Sequelize) {
  const sessions = sequelize.define<Model<SessionRow, SessionRow>>('sessions', {
    token_hash: { type: DataTypes.CHAR(64), primaryKey: true },
    person_id: DataTypes.CHAR(36),
    created_at: DataTypes.DATE(3),
    expires_at: DataTypes.DATE(3),
  });
  return {
    async add(row: SessionRow): Promise<void> {
      await sessions.create(row);
      await sessions.destroy({ where: { expires_at: { [Op.lt]: row.created_at } } });
    },
    async findPerson(tokenHash: string, now: Date): Promise<Person | undefined> {
      const [person] = await sequelize.query<Person>(
        `SELECT people.id, people.name, people.role FROM sessions
         JOIN people ON people.id = sessions.person_id
         WHERE sessions.token_hash = ? AND sessions.expires_at > ?
           AND (people.is_minor = 0 OR people.guardian_consent_on IS NOT NULL)`,
        { replacements: [tokenHash, now], type: QueryTypes.SELECT },
      );
      return person;
    },
    async remove(tokenHash: string): Promise<void> {
      await sessions.destroy({ where: { token_hash: tokenHash } });
    },
    async removeAllOf(personId: string): Promise<void> {
      await sessions.destroy({ where: { person_id: personId } });
    },
  };
}

export type SessionsStore = ReturnType<typeof createSessionsStore>;
