import type { Mail } from '@harvu/contract';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { Tx } from '../../platform/database';

interface FoundRow {
  readonly id: string;
  readonly to_name: string;
  readonly to_address: string;
  readonly subject: string;
  readonly words: string;
  readonly written_at: Date;
}

/** A message about a lesson. */
export interface NewMail extends Omit<Mail, 'at'> {
  readonly lessonId: string;
  readonly studentId: string;
  readonly at: Date;
}

const SHOWN = 200;

/** Keeps messages; it stands in for whatever sends them. */
export function createMailsStore(sequelize: Sequelize) {
  return {
    /** Writes a message, once to each person for each lesson. */
    async write(mail: NewMail, transaction: Tx): Promise<void> {
      const { id, lessonId, studentId, toName, toAddress, subject, words, at } = mail;
      await sequelize.query(
        `INSERT IGNORE INTO mails (id, lesson_id, student_id, to_name, to_address, subject, words,
          written_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
        {
          replacements: [id, lessonId, studentId, toName, toAddress, subject, words, at],
          type: QueryTypes.INSERT,
          transaction,
        },
      );
    },
    /** The latest first. */
    async list(): Promise<readonly Mail[]> {
      const rows = await sequelize.query<FoundRow>(
        `SELECT id, to_name, to_address, subject, words, written_at FROM mails
          ORDER BY written_at DESC, to_name LIMIT ${SHOWN}`,
        { type: QueryTypes.SELECT },
      );
      return rows.map((row) => ({
        id: row.id,
        at: row.written_at.toISOString(),
        subject: row.subject,
        toName: row.to_name,
        toAddress: row.to_address,
        words: row.words,
      }));
    },
  };
}

export type MailsStore = ReturnType<typeof createMailsStore>;
