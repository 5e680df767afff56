import type { Overrule, Overruled } from '@harvu/contract';
import { createHash } from 'node:crypto';
import { DataTypes, QueryTypes, type Model, type Sequelize } from 'sequelize';

interface OverruleRow {
  song_id: string;
  key_hash: string;
  finding_key: string;
  reason: string;
  author_id: string;
  created_at: Date;
  /** 0 while the key is one of words, 1 for one of codes, 2 for one of words that nothing answers to any more. */
  key_form: number;
}

type FoundRow = OverruleRow & { author_name: string };

/** An overrule with what the database needs to keep it. */
export interface NewOverrule extends Overrule {
  readonly songId: string;
  readonly authorId: string;
  readonly createdAt: Date;
}

const [WORDS, CODES, GONE] = [0, 1, 2];

/** Keeps the teachers' word against findings, by song. */
export function createOverrulesStore(sequelize: Sequelize) {
  const overrules = sequelize.define<Model<OverruleRow, OverruleRow>>('overrules', {
    song_id: { type: DataTypes.CHAR(36), primaryKey: true },
    key_hash: { type: DataTypes.CHAR(64), primaryKey: true },
    finding_key: DataTypes.STRING(1000),
    reason: DataTypes.STRING(300),
    author_id: DataTypes.CHAR(36),
    created_at: DataTypes.DATE(3),
    key_form: DataTypes.TINYINT,
  });
  return {
    /** The newest word on a finding stands. */
    async put({ songId, key, reason, authorId, createdAt }: NewOverrule): Promise<void> {
      const row = { song_id: songId, key_hash: hashOf(key), finding_key: key, reason };
      await overrules.upsert({
        ...row,
        author_id: authorId,
        created_at: createdAt,
        key_form: CODES,
      });
    },
    async remove(songId: string, key: string): Promise<void> {
      await overrules.destroy({ where: { song_id: songId, key_hash: hashOf(key) } });
    },
    /** The teacher's words that are still kept under keys of words. */
    async listFormer(): Promise<readonly { readonly songId: string; readonly key: string }[]> {
      const rows = await overrules.findAll({ where: { key_form: WORDS } });
      return rows.map((row) => ({ songId: row.get().song_id, key: row.get().finding_key }));
    },
    /** Keeps a word under a key of codes; without one it is kept as it is, and not looked at again. */
    async rekey(songId: string, former: string, key: string | undefined): Promise<void> {
      const where = { song_id: songId, key_hash: hashOf(former) };
      const form = { key_form: key === undefined ? GONE : CODES };
      const own = key === undefined ? {} : { finding_key: key, key_hash: hashOf(key) };
      await overrules.update({ ...own, ...form }, { where });
    },
    async listOf(songId: string): Promise<readonly Overruled[]> {
      const rows = await sequelize.query<FoundRow>(
        `SELECT overrules.*, people.name AS author_name FROM overrules
         JOIN people ON people.id = overrules.author_id
         WHERE song_id = ? ORDER BY created_at, key_hash`,
        { replacements: [songId], type: QueryTypes.SELECT },
      );
      return rows.map((row) => ({
        key: row.finding_key,
        reason: row.reason,
        by: row.author_name,
        at: row.created_at.toISOString(),
      }));
    },
  };
}

function hashOf(key: string): string {
  return createHash('sha256').update(key).digest('hex');
}

export type OverrulesStore = ReturnType<typeof createOverrulesStore>;
