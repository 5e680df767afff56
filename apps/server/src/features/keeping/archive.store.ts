import type { ArchiveColumn, ArchiveRow, ArchiveTable } from '@harvu/formats/archive';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { InTransaction, Tx } from '../../platform/database';
import { fromJsonColumn } from '../../platform/json-column';

type Kept = string | number | boolean | bigint | Date | object | null;

const AT_ONCE = 200;

/** A DATE read by raw SQL would come as a moment in some time zone. */
function selected({ name, kind }: ArchiveColumn): string {
  return kind === 'day' ? `DATE_FORMAT(${name}, '%Y-%m-%d') AS ${name}` : name;
}

function givenOut(kind: ArchiveColumn['kind'], value: Kept): unknown {
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

/** Which rows of a table. */
export interface Asked {
  readonly table: ArchiveTable;
  readonly where?: string;
  readonly values?: readonly string[];
}

/** Reads whole tables out, and puts them into a database that is empty; tables are never named by a request. */
export function createArchiveStore(sequelize: Sequelize, inTransaction: InTransaction) {
  async function rowsOf({ table, where, values = [] }: Asked, transaction: Tx) {
    const columns = table.columns.map(selected).join(', ');
    const sql = `SELECT ${columns} FROM ${table.name}${where === undefined ? '' : ` WHERE ${where}`} ORDER BY 1, 2`;
    const rows = await sequelize.query<Readonly<Record<string, Kept>>>(sql, {
      ...{ replacements: [...values], type: QueryTypes.SELECT, transaction },
    });
    return rows.map((row): ArchiveRow =>
      Object.fromEntries(
        table.columns.map(({ name, kind }) => [name, givenOut(kind, row[name] ?? null)]),
      ),
    );
  }
  async function put(table: ArchiveTable, rows: readonly ArchiveRow[], transaction: Tx) {
    const names = table.columns.map(({ name }) => name);
    const places = `(${names.map(() => '?').join(', ')})`;
    for (let from = 0; from < rows.length; from += AT_ONCE) {
      const some = rows.slice(from, from + AT_ONCE);
      await sequelize.query(
        `INSERT INTO ${table.name} (${names.join(', ')}) VALUES ${some.map(() => places).join(', ')}`,
        {
          replacements: some.flatMap((row) =>
            table.columns.map(({ name, kind }) => takenIn(kind, row[name])),
          ),
          ...{ type: QueryTypes.INSERT, transaction },
        },
      );
    }
  }
  return {
    /** Rows of several tables as of one moment. */
    gather: (asked: readonly Asked[]) =>
      inTransaction(async (tx) => {
        const found: Record<string, readonly ArchiveRow[]> = {};
        for (const one of asked) found[one.table.name] = await rowsOf(one, tx);
        return found;
      }),
    /** Puts rows in, all of them or none. */
    putAll: (
      tables: readonly ArchiveTable[],
      rows: Readonly<Record<string, readonly ArchiveRow[]>>,
    ): Promise<void> =>
      inTransaction(async (tx) => {
        for (const table of tables) await put(table, rows[table.name] ?? [], tx);
      }),
  };
}

export type ArchiveStore = ReturnType<typeof createArchiveStore>;
