import { QueryTypes, type Sequelize } from 'sequelize';

/** The clock was found elsewhere than it should be: when that was seen, and by how many days. */
export interface ClockJump {
  readonly at: Date;
  /** Negative where it went back. */
  readonly days: number;
}

interface SeenRow {
  readonly at: Date;
  readonly jumped_at: Date | null;
  readonly jumped_days: number | null;
}

const DAY_MS = 86_400_000;
/** A studio that is looked after several times a day is never so far from where it was seen last. */
const JUMP_MS = DAY_MS;

const dayOf = (at: Date): string => at.toISOString().slice(0, 10);

/** Counts the days on which the studio really ran: no clock that stands wrong makes more of them. */
export function createRunningDays(sequelize: Sequelize) {
  const run = (sql: string, replacements: readonly unknown[]) =>
    sequelize.query(sql, { replacements: [...replacements] });
  const seen = async (): Promise<SeenRow | undefined> =>
    (
      await sequelize.query<SeenRow>('SELECT * FROM clock_seen WHERE id = 1', {
        type: QueryTypes.SELECT,
      })
    )[0];
  return {
    /** Notes that the studio runs; gives by how many days the clock jumped since that was noted last, 0 for none. */
    async note(now: Date): Promise<number> {
      const before = await seen();
      const ahead = before ? now.getTime() - before.at.getTime() : 0;
      const days = Math.abs(ahead) > JUMP_MS ? Math.round(ahead / DAY_MS) : 0;
      // Days that have not come were counted while the clock stood wrong.
      await run('DELETE FROM running_days WHERE day > ?', [dayOf(now)]);
      await run('INSERT IGNORE INTO running_days (day) VALUES (?)', [dayOf(now)]);
      await run(
        `INSERT INTO clock_seen (id, at) VALUES (1, ?) ON DUPLICATE KEY UPDATE at = VALUES(at)`,
        [now],
      );
      if (days !== 0)
        await run('UPDATE clock_seen SET jumped_at = ?, jumped_days = ? WHERE id = 1', [now, days]);
      return days;
    },
    /** How many days it ran after a moment, that day not counted. */
    async since(at: Date): Promise<number> {
      const [row] = await sequelize.query<{ readonly days: number }>(
        'SELECT COUNT(*) AS days FROM running_days WHERE day > ?',
        { replacements: [dayOf(at)], type: QueryTypes.SELECT },
      );
      return row?.days ?? 0;
    },
    /** The day before which it ran so many days; undefined where it has not run so long. */
    async before(days: number): Promise<Date | undefined> {
      const [row] = await sequelize.query<{ readonly day: string }>(
        `SELECT DATE_FORMAT(day, '%Y-%m-%d') AS day FROM running_days ORDER BY running_days.day DESC LIMIT 1 OFFSET ?`,
        { replacements: [days], type: QueryTypes.SELECT },
      );
      return row && new Date(`${row.day}T00:00:00.000Z`);
    },
    /** The last jump that was seen; undefined where there was none. */
    async lastJump(): Promise<ClockJump | undefined> {
      const row = await seen();
      return row?.jumped_at ? { at: row.jumped_at, days: row.jumped_days ?? 0 } : undefined;
    },
  };
}

export type RunningDays = ReturnType<typeof createRunningDays>;
