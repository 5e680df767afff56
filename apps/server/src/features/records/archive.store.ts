import type { ArchiveColumn, ArchiveRow, ArchiveTable } from '@harvu/formats/archive';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { InTransaction, Tx } from '../../platform/database';
import { fromJsonColumn } from '../../platform/json-column';

type StoredValue = string | number | boolean | bigint | Date | object | null;

const AT_ONCE = 200;
/** What is worked out from the others, and sessions of whoever came in meanwhile. */
const DERIVED = [{ name: 'plan_overviews' }, { name: 'sessions' }] as const;

/** Which rows of a table. */
export interface ArchiveScope {
  readonly table: ArchiveTable;
  readonly where?: string;
  readonly values?: readonly string[];
}

/** Reads whole tables out, and puts them into a database that is empty; tables are never named by a request. */
export function createArchiveStore(sequelize: Sequelize, inTransaction: InTransaction) {
  async function rowsOf({ table, where, values = [] }: ArchiveScope, transaction: Tx) {
    const columns = table.columns.map(selected).join(', ');
    const sql = `SELECT ${columns} FROM ${table.name}${where === undefined ? '' : ` WHERE ${where}`} ORDER BY 1, 2`;
    const rows = await sequelize.query<Readonly<Record<string, StoredValue>>>(sql, {
      replacements: [...values],
      type: QueryTypes.SELECT,
      transaction,
    });
    return rows.map((row): ArchiveRow =>
      Object.fromEntries(
        table.columns.map(({ name, kind }) => [name, givenOut(kind, row[name] ?? null)]),
      ),
    );
  }
  async function putSome(table: ArchiveTable, rows: readonly ArchiveRow[], transaction: Tx) {
    const names = table.columns.map(({ name }) => name);
    const places = `(${names.map(() => '?').join(', ')})`;
    await sequelize.query(
      `INSERT INTO ${table.name} (${names.join(', ')}) VALUES ${rows.map(() => places).join(', ')}`,
      {
        replacements: rows.flatMap((row) =>
          table.columns.map(({ name, kind }) => takenIn(kind, row[name])),
        ),
        type: QueryTypes.INSERT,
        transaction,
      },
    );
  }

  /** A few rows at a time: however many there are, few of them are in memory. */
  async function put(table: ArchiveTable, rows: Iterable<ArchiveRow>, transaction: Tx) {
    let some: ArchiveRow[] = [];
    let count = 0;
    for (const row of rows) {
      some.push(row);
      count += 1;
      if (some.length === AT_ONCE) {
        await putSome(table, some, transaction);
        some = [];
      }
    }
    if (some.length > 0) await putSome(table, some, transaction);
    return count;
  }
  return {
    /** Rows of several tables as of one moment. */
    gather: (asked: readonly ArchiveScope[]) =>
      inTransaction(async (tx) => {
        const found: Record<string, readonly ArchiveRow[]> = {};
        for (const one of asked) found[one.table.name] = await rowsOf(one, tx);
        return found;
      }),
    /** Puts rows in, all of them or none; gives how many went into each table. */
    putAll: (
      tables: readonly ArchiveTable[],
      rowsOf: (table: ArchiveTable) => Iterable<ArchiveRow>,
    ): Promise<Readonly<Record<string, number>>> =>
      sequelize.transaction(async (tx) => {
        const counts: Record<string, number> = {};
        for (const table of tables) counts[table.name] = await put(table, rowsOf(table), tx);
        return counts;
      }),
    /** Takes all rows out again. */
    removeAll: (tables: readonly ArchiveTable[]): Promise<void> =>
      inTransaction(async (transaction) => {
        for (const { name } of [...DERIVED, ...tables.toReversed()])
          await sequelize.query(`DELETE FROM ${name}`, { transaction });
      }),
  };
}

/** A DATE read by raw SQL would come as a moment in some time zone. */
function selected({ name, kind }: ArchiveColumn): string {
  return kind === 'day' ? `DATE_FORMAT(${name}, '%Y-%m-%d') AS ${name}` : name;
}

function givenOut(kind: ArchiveColumn['kind'], value: StoredValue): unknown {
  if (value === null) return null;
  switch (kind) {
    case 'moment':
      return value instanceof Date ? value.toISOString() : value;
    case 'figure':
      return Number(value);
    case 'yes or no':
      return Boolean(value);
    case 'data':
    case 'document':
      return fromJsonColumn<unknown>(value);
    default:
      return value;
  }
}

function takenIn(kind: ArchiveColumn['kind'], value: unknown): unknown {
  if (value === null || value === undefined) return null;
  if (kind === 'moment') return new Date(value as string);
  return kind === 'data' || kind === 'document' ? JSON.stringify(value) : value;
}

export type ArchiveStore = ReturnType<typeof createArchiveStore>;
