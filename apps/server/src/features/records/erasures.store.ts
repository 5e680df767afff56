import { QueryTypes, type Sequelize } from 'sequelize';

/** What is announced to be erased, with what it is called. */
export interface Announced {
  readonly id: string;
  readonly kind: 'student' | 'song';
  readonly name: string;
  readonly on: Date;
}

const ANNOUNCED = `
  SELECT erasures.id, IF(people.id IS NULL, 'song', 'student') AS kind,
    COALESCE(people.name, songs.title) AS name, DATE_FORMAT(announced_on, '%Y-%m-%d') AS announced
  FROM erasures
    LEFT JOIN people ON people.id = erasures.id
    LEFT JOIN songs ON songs.id = erasures.id
  WHERE people.id IS NOT NULL OR songs.id IS NOT NULL
  ORDER BY announced_on, name`;

/** Keeps what is to be erased, and since when that is announced. */
export function createErasuresStore(sequelize: Sequelize) {
  return {
    async list(): Promise<readonly Announced[]> {
      const rows = await sequelize.query<Omit<Announced, 'on'> & { readonly announced: string }>(
        ANNOUNCED,
        { type: QueryTypes.SELECT },
      );
      return rows.map(({ announced, ...row }) => ({
        ...row,
        on: new Date(`${announced}T00:00:00.000Z`),
      }));
    },
    async announce(id: string, on: Date): Promise<void> {
      await sequelize.query('INSERT IGNORE INTO erasures (id, announced_on) VALUES (?, ?)', {
        replacements: [id, on.toISOString().slice(0, 10)],
      });
    },
    async forget(id: string): Promise<void> {
      await sequelize.query('DELETE FROM erasures WHERE id = ?', { replacements: [id] });
    },
  };
}

export type ErasuresStore = ReturnType<typeof createErasuresStore>;
