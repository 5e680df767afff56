import { readCalendar, type CalendarOptions, type ReadCalendar } from '@harvu/formats/calendar';
import {
  columnsOf,
  readRequests,
  readStudents,
  readTable,
  REQUEST_FIELDS,
  STUDENT_FIELDS,
  type KnownPeople,
  type KnownRequests,
  type RequestField,
  type StudentField,
  type TableColumns,
  type TableField,
  type TableRequest,
  type TableRow,
  type TableStudent,
} from '@harvu/formats/table';

/** A table whose rows were read by its columns, or why it cannot be. */
export type ReadRows<What, Field extends string> =
  | {
      readonly ok: true;
      readonly head: readonly string[];
      readonly encoding: string;
      readonly separator: string;
      readonly columns: TableColumns<Field>;
      readonly rows: readonly TableRow<What>[];
    }
  | { readonly ok: false; readonly why: string };

interface Reader<What, Field extends string> {
  readonly fields: readonly TableField<Field>[];
  readonly read: (
    rows: readonly (readonly string[])[],
    columns: TableColumns<Field>,
  ) => readonly TableRow<What>[];
}

function rowsOf<What, Field extends string>(
  bytes: Uint8Array,
  chosen: TableColumns<Field> | null,
  { fields, read }: Reader<What, Field>,
): ReadRows<What, Field> {
  const table = readTable(bytes, fields);
  if (!table.ok) return table;
  const { head, rows, encoding, separator } = table;
  const columns = chosen ?? columnsOf(head, fields);
  return { ok: true, head, encoding, separator, columns, rows: read(rows, columns) };
}

/** What a worker does with tables and calendars: reads them. */
export const readingTasks = {
  calendar: (text: string, options: CalendarOptions): ReadCalendar => readCalendar(text, options),

  students: (
    bytes: Uint8Array,
    columns: TableColumns<StudentField> | null,
    known: KnownPeople,
  ): ReadRows<TableStudent, StudentField> =>
    rowsOf(bytes, columns, {
      fields: STUDENT_FIELDS,
      read: (rows, found) => readStudents(rows, found, known),
    }),

  requests: (
    bytes: Uint8Array,
    columns: TableColumns<RequestField> | null,
    known: KnownRequests,
  ): ReadRows<TableRequest, RequestField> =>
    rowsOf(bytes, columns, {
      fields: REQUEST_FIELDS,
      read: (rows, found) => readRequests(rows, found, known),
    }),
};
