import type { Person } from '@harvu/contract';
import { DataTypes, Op, QueryTypes, type Model, type Sequelize } from 'sequelize';

interface SessionRow {
  token_hash: string;
  person_id: string;
  created_at: Date;
  expires_at: Date;
  id: string;
  seen_at: Date;
  confirmed_at: Date;
  device: string;
}

/** A place where somebody is signed in. */
export interface KeptSession {
  readonly id: string;
  readonly personId: string;
  readonly device: string;
  readonly createdAt: Date;
  readonly seenAt: Date;
}

/** Who a token belongs to, and what their session allows. */
export interface Recognised {
  readonly person: Person;
  readonly sessionId: string;
  readonly seenAt: Date;
  /** When the password was last asked for. */
  readonly confirmedAt: Date;
}

export interface NewSession extends Omit<KeptSession, 'seenAt'> {
  readonly tokenHash: string;
  readonly expiresAt: Date;
}

type FoundRow = Person & {
  readonly session_id: string;
  readonly seen_at: Date;
  readonly confirmed_at: Date;
};

const FOUND = `
  SELECT people.id, people.name, people.role, sessions.id AS session_id, sessions.seen_at,
    sessions.confirmed_at
  FROM sessions JOIN people ON people.id = sessions.person_id
  WHERE sessions.token_hash = ? AND sessions.expires_at > ? AND people.deactivated_at IS NULL
    AND sessions.seen_at > DATE_SUB(?, INTERVAL (SELECT idle_minutes FROM studio) MINUTE)
    AND (people.is_minor = 0 OR people.guardian_consent_on IS NOT NULL)`;

/** Keeps who is signed in: only a hash of each session's token is stored. */
export function createSessionsStore(sequelize: Sequelize) {
  const sessions = sequelize.define<Model<SessionRow, SessionRow>>('sessions', {
    token_hash: { type: DataTypes.CHAR(64), primaryKey: true },
    person_id: DataTypes.CHAR(36),
    created_at: DataTypes.DATE(3),
    expires_at: DataTypes.DATE(3),
    id: DataTypes.CHAR(36),
    seen_at: DataTypes.DATE(3),
    confirmed_at: DataTypes.DATE(3),
    device: DataTypes.STRING(60),
  });
  return {
    async add({
      tokenHash,
      personId,
      createdAt,
      expiresAt,
      id,
      device,
    }: NewSession): Promise<void> {
      const times = { created_at: createdAt, seen_at: createdAt, confirmed_at: createdAt };
      const row = { token_hash: tokenHash, person_id: personId, expires_at: expiresAt, id, device };
      await sessions.create({ ...row, ...times });
    },
    async find(tokenHash: string, now: Date): Promise<Recognised | undefined> {
      const [row] = await sequelize.query<FoundRow>(FOUND, {
        replacements: [tokenHash, now, now],
        type: QueryTypes.SELECT,
      });
      if (!row) return undefined;
      const { id, name, role, session_id: sessionId } = row;
      return {
        person: { id, name, role },
        sessionId,
        seenAt: row.seen_at,
        confirmedAt: row.confirmed_at,
      };
    },
    async noteSeen(tokenHash: string, seenAt: Date): Promise<void> {
      await sessions.update({ seen_at: seenAt }, { where: { token_hash: tokenHash } });
    },
    async noteConfirmed(id: string, at: Date): Promise<void> {
      await sessions.update({ confirmed_at: at }, { where: { id } });
    },
    async listOf(personId: string, now: Date): Promise<readonly KeptSession[]> {
      const rows = await sessions.findAll({
        where: { person_id: personId, expires_at: { [Op.gt]: now } },
        order: [['created_at', 'DESC']],
      });
      return rows.map((one) => {
        const { id, device, created_at: createdAt, seen_at: seenAt } = one.get();
        return { id, personId, device, createdAt, seenAt };
      });
    },
    async remove(tokenHash: string): Promise<void> {
      await sessions.destroy({ where: { token_hash: tokenHash } });
    },
    /** Ends one session of somebody; tells whether there was one. */
    async end(personId: string, id: string): Promise<boolean> {
      return (await sessions.destroy({ where: { person_id: personId, id } })) > 0;
    },
    /** Ends all of somebody's sessions, but for one where it is named. */
    async removeAllOf(personId: string, exceptId?: string): Promise<void> {
      await sessions.destroy({ where: { person_id: personId, id: { [Op.ne]: exceptId ?? '' } } });
    },
    async removeExpired(now: Date): Promise<void> {
      await sessions.destroy({ where: { expires_at: { [Op.lt]: now } } });
    },
  };
}

export type SessionsStore = ReturnType<typeof createSessionsStore>;
