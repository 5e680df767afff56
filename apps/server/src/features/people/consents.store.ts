import type { ConsentRecord } from '@harvu/contract';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';

/** A guardian's consent as it is recorded; null where it is taken back. */
export interface NewConsent {
  readonly personId: string;
  readonly guardian: string;
  readonly consentOn: string | null;
  readonly recordedBy: string;
  readonly recordedAt: Date;
}

interface ConsentRow {
  readonly guardian: string;
  readonly consent_on: string | null;
  readonly recorded_by: string | null;
  readonly recorded_at: Date;
}

// A DATE read by raw SQL would come as a moment in some time zone; as text it stays the day it is.
const FOUND = `
  SELECT consents.guardian, DATE_FORMAT(consent_on, '%Y-%m-%d') AS consent_on, people.name AS recorded_by,
    recorded_at
  FROM consents LEFT JOIN people ON people.id = consents.recorded_by
  WHERE person_id = ? ORDER BY number`;

/** Keeps every consent that was recorded or taken back, in order. */
export function createConsentsStore(sequelize: Sequelize) {
  return {
    async add(consent: NewConsent, transaction?: Tx): Promise<void> {
      const { personId, guardian, consentOn, recordedBy, recordedAt } = consent;
      await sequelize.query(
        `INSERT INTO consents (person_id, guardian, consent_on, recorded_by, recorded_at)
         VALUES (?, ?, ?, ?, ?)`,
        {
          replacements: [personId, guardian, consentOn, recordedBy, recordedAt],
          transaction: transaction ?? null,
        },
      );
    },
    async listOf(personId: string): Promise<readonly ConsentRecord[]> {
      const rows = await sequelize.query<ConsentRow>(FOUND, {
        replacements: [personId],
        type: QueryTypes.SELECT,
      });
      return rows.map((row) => ({
        guardian: row.guardian,
        consentOn: row.consent_on,
        recordedBy: row.recorded_by ?? '',
        recordedAt: row.recorded_at.toISOString(),
      }));
    },
  };
}

export type ConsentsStore = ReturnType<typeof createConsentsStore>;
