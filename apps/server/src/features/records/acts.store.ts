import type { Act as ToldAct } from '@harvu/contract';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { Act } from '../../platform/access';

interface ActRow {
  readonly at: Date;
  readonly act: string;
  readonly by_name: string | null;
  readonly about_name: string | null;
}

const MOST = 500;
/** Where nobody has said for how long. */
const MOST_DAYS = 3650;
const NEWEST = `
  SELECT acts.at, acts.act, who.name AS by_name,
    COALESCE(whom.name, songs.title, given.title, asked.title) AS about_name
  FROM acts
    LEFT JOIN people who ON who.id = acts.person_id
    LEFT JOIN people whom ON whom.id = acts.about_id
    LEFT JOIN songs ON songs.id = acts.about_id
    LEFT JOIN plans ON plans.id = acts.about_id
    LEFT JOIN songs given ON given.id = plans.song_id
    LEFT JOIN requests asked ON asked.id = acts.about_id
  ORDER BY acts.number DESC LIMIT ${MOST}`;

/** Keeps who did what, by ids alone: names are those of today, and an erased one is gone here, too. */
export function createActsStore(sequelize: Sequelize) {
  return {
    async add({ act, personId, aboutId }: Act, at: Date): Promise<void> {
      await sequelize.query('INSERT INTO acts (at, person_id, act, about_id) VALUES (?, ?, ?, ?)', {
        replacements: [at, personId, act, aboutId],
      });
    },
    async newest(): Promise<readonly ToldAct[]> {
      const rows = await sequelize.query<ActRow>(NEWEST, { type: QueryTypes.SELECT });
      return rows.map(({ at, act, by_name: by, about_name: about }) => ({
        at: at.toISOString(),
        act,
        by: by ?? '',
        about: about ?? '',
      }));
    },
    /** For how many days the studio keeps them. */
    async keptDays(): Promise<number> {
      const [row] = await sequelize.query<{ readonly days: number }>(
        'SELECT keep_log_days AS days FROM studio',
        { type: QueryTypes.SELECT },
      );
      return row?.days ?? MOST_DAYS;
    },
    async forgetBefore(time: Date): Promise<void> {
      await sequelize.query('DELETE FROM acts WHERE at < ?', { replacements: [time] });
    },
  };
}

export type ActsStore = ReturnType<typeof createActsStore>;
