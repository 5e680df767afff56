import { QueryTypes, type Sequelize } from 'sequelize';

/** Whose dates may be read by a secret address, of which only the hash is kept. */
export interface KeptCalendar {
  readonly personId: string;
  readonly addressHash: string;
  readonly hasPractice: boolean;
  readonly madeAt: Date;
}

interface CalendarRow {
  readonly person_id: string;
  readonly address_hash: string;
  readonly has_practice: number | boolean;
  readonly made_at: Date;
}

/** Keeps at most one calendar a person. */
export function createCalendarsStore(sequelize: Sequelize) {
  const find = async (where: string, value: string): Promise<KeptCalendar | undefined> => {
    const [row] = await sequelize.query<CalendarRow>(`SELECT * FROM calendars WHERE ${where} = ?`, {
      replacements: [value],
      type: QueryTypes.SELECT,
    });
    return row && toCalendar(row);
  };
  return {
    ofPerson: (id: string) => find('person_id', id),
    byAddress: (hash: string) => find('address_hash', hash),
    /** In place of the one before, whose address is good no more. */
    async put({ personId, addressHash, hasPractice, madeAt }: KeptCalendar): Promise<void> {
      await sequelize.query(
        'REPLACE INTO calendars (person_id, address_hash, has_practice, made_at) VALUES (?, ?, ?, ?)',
        { replacements: [personId, addressHash, hasPractice, madeAt] },
      );
    },
    async remove(personId: string): Promise<void> {
      await sequelize.query('DELETE FROM calendars WHERE person_id = ?', {
        replacements: [personId],
      });
    },
  };
}

function toCalendar(row: CalendarRow): KeptCalendar {
  return {
    personId: row.person_id,
    addressHash: row.address_hash,
    madeAt: row.made_at,
    hasPractice: Boolean(row.has_practice),
  };
}

export type CalendarsStore = ReturnType<typeof createCalendarsStore>;
