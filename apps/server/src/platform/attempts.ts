import { createHash } from 'node:crypto';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { Clock } from './clock';

/** So many attempts at most in so many seconds, counted from the first. */
export interface Limit {
  readonly most: number;
  readonly seconds: number;
}

/** A door that is tried: what is counted together. */
export interface Door extends Limit {
  readonly kind: string;
  readonly of: string;
}

interface CountRow {
  readonly count: number;
  readonly until: Date;
}

/**
 * Counts attempts in the database, so that several servers count together. An attempt is counted before
 * it is let through, in one statement: however many come at once, no more get in than the limit says.
 */
export function createAttempts(sequelize: Sequelize, clock: Clock) {
  async function waitAt(door: Door, many: number): Promise<number> {
    const now = clock.now();
    const until = new Date(now.getTime() + door.seconds * 1000);
    const [row] = await sequelize.query<CountRow>(
      `INSERT INTO attempts (door, count, until) VALUES (?, ?, ?)
       ON DUPLICATE KEY UPDATE count = IF(until <= ?, ?, LEAST(count + ?, 1000000)), until = IF(until <= ?, ?, until)
       RETURNING count, until`,
      {
        replacements: [keyOf(door), many, until, now, many, many, now, until],
        type: QueryTypes.SELECT,
      },
    );
    if (!row || row.count <= door.most) return 0;
    return Math.max(1, Math.ceil((row.until.getTime() - now.getTime()) / 1000));
  }
  return {
    /** Counts an attempt at each door, or so many at once; gives how many seconds to wait, 0 if it may go on. */
    async take(doors: readonly Door[], many = 1): Promise<number> {
      const waits = [];
      for (const door of doors) waits.push(await waitAt(door, many));
      return Math.max(0, ...waits);
    },
    /** Takes attempts back that turned out to be good ones. */
    async giveBack(doors: readonly Door[]): Promise<void> {
      await sequelize.query(
        'UPDATE attempts SET count = GREATEST(count - 1, 0) WHERE door IN (?)',
        { replacements: [doors.map(keyOf)] },
      );
    },
    async forgetOld(): Promise<void> {
      await sequelize.query('DELETE FROM attempts WHERE until < ?', {
        replacements: [clock.now()],
      });
    },
  };
}

/** A door is kept under a hash: the table names nobody. */
function keyOf({ kind, of }: Door): string {
  return createHash('sha256').update(`${kind}\n${of}`).digest('hex');
}

export type Attempts = ReturnType<typeof createAttempts>;
