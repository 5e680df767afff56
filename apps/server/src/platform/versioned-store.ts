import { QueryTypes, type Sequelize } from 'sequelize';
import { isTaken, type Tx } from './database';
import { fromJsonColumn } from './json-column';

/** A value that is kept for somebody or something, with how often it was saved. */
export interface VersionedValue<T> {
  readonly version: number;
  readonly value: T;
}

/** A value to be kept in place of the state one started from; 0 for none. */
export interface ValueToSave<T> {
  readonly baseVersion: number;
  readonly value: T;
  readonly by: string;
  readonly at: Date;
}

/** Where values are kept: the table, the column of whose they are, and the column of the value; never from a request. */
interface Place {
  readonly table: string;
  readonly key: string;
  readonly column: string;
}

/** Keeps one value each; whoever saves must have seen the newest. */
export function createVersionedStore<T>(sequelize: Sequelize, { table, key, column }: Place) {
  async function isAdded(
    id: string,
    { value, by, at }: ValueToSave<T>,
    transaction: Tx | null,
  ): Promise<boolean> {
    const sql = `INSERT INTO ${table} (${key}, ${column}, version, saved_by, saved_at) VALUES (?, ?, 1, ?, ?)`;
    try {
      const replacements = [id, JSON.stringify(value), by, at];
      await sequelize.query(sql, { replacements, type: QueryTypes.INSERT, transaction });
      return true;
    } catch (error) {
      if (isTaken(error)) return false;
      throw error;
    }
  }
  return {
    async find(id: string): Promise<VersionedValue<T> | undefined> {
      const [row] = await sequelize.query<{ value: T | string; version: number }>(
        `SELECT ${column} AS value, version FROM ${table} WHERE ${key} = ?`,
        { replacements: [id], type: QueryTypes.SELECT },
      );
      return row && { version: row.version, value: fromJsonColumn(row.value) };
    },
    /** Tells whether it was kept; not if somebody else saved in between. */
    async put(
      id: string,
      keeping: ValueToSave<T>,
      transaction: Tx | null = null,
    ): Promise<boolean> {
      const { baseVersion, value, by, at } = keeping;
      if (baseVersion === 0) return isAdded(id, keeping, transaction);
      const sql = `UPDATE ${table} SET ${column} = ?, version = version + 1, saved_by = ?, saved_at = ? WHERE ${key} = ? AND version = ?`;
      const replacements = [JSON.stringify(value), by, at, id, baseVersion];
      const [, count] = await sequelize.query(sql, {
        replacements,
        type: QueryTypes.UPDATE,
        transaction,
      });
      return count === 1;
    },
  };
}

export type KeptStore<T> = ReturnType<typeof createVersionedStore<T>>;
