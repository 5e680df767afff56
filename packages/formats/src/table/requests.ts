import type { Day } from '@harvu/core/day';
import { cellOf, type TableColumns, type TableField } from './read';
import type { TableRow } from './students';
import { readDays } from './values';

/** What a table of requests may say of each. */
export const REQUEST_FIELDS = [
  {
    name: 'student',
    words: ['student', 'who', 'name', 'for', 'asked by', 'Schüler', 'Schülerin', 'leerling'],
  },
  { name: 'title', words: ['title', 'song', 'piece', 'Titel', 'Lied', 'Stück', 'titre', 'nummer'] },
  {
    name: 'playedBy',
    words: ['played by', 'artist', 'band', 'by', 'von', 'Interpret', 'Künstler'],
  },
  { name: 'why', words: ['why', 'reason', 'note', 'notes', 'comment', 'words', 'warum', 'Notiz'] },
  {
    name: 'wantedBy',
    words: ['wanted by', 'wanted on', 'until', 'due', 'date', 'when', 'bis', 'Datum'],
  },
] as const satisfies readonly TableField[];

export type RequestField = (typeof REQUEST_FIELDS)[number]['name'];

/** A request as a table says. */
export interface TableRequest {
  readonly studentId: string;
  readonly studentName: string;
  readonly title: string;
  readonly playedBy: string;
  readonly why: string;
  readonly wantedBy: Day | null;
}

/** Who there is, and what waits already. */
export interface KnownRequests {
  readonly students: readonly { readonly id: string; readonly name: string }[];
  readonly waiting: readonly { readonly studentId: string; readonly title: string }[];
}

const LONGEST = { title: 120, playedBy: 120, why: 500 };

/**
 * Reads requests from the rows of a table; each is somebody's who is there.
 *
 * @example
 * const columns = { student: 0, title: 1 } as never;
 * const students = [{ id: 'b', name: 'Bram Tessel' }];
 * readRequests([['Bram', 'Lock']], columns, { students, waiting: [] })[0]?.what.studentId // 'b'
 */
export function readRequests(
  rows: readonly (readonly string[])[],
  columns: TableColumns<RequestField>,
  { students, waiting }: KnownRequests,
): readonly TableRow<TableRequest>[] {
  const keyOf = (studentId: string, title: string): string => `${studentId} ${plain(title)}`;
  const known = new Set(waiting.map(({ studentId, title }) => keyOf(studentId, title)));
  const wanted = readDays(rows.map((row) => cellOf(row, columns.wantedBy ?? null)));
  return rows.map((row, at): TableRow<TableRequest> => {
    const cell = (field: RequestField): string => cellOf(row, columns[field] ?? null);
    const found = studentOf(cell('student'), students);
    const [student] = found;
    const wantedBy = wanted.days[at] ?? null;
    const what: TableRequest = {
      studentId: student?.id ?? '',
      studentName: student?.name ?? cell('student'),
      wantedBy,
      title: cell('title').slice(0, LONGEST.title),
      playedBy: cell('playedBy').slice(0, LONGEST.playedBy),
      why: cell('why').slice(0, LONGEST.why),
    };
    const key = keyOf(what.studentId, what.title);
    const isKnown = known.has(key);
    known.add(key);
    const remarks = [
      ...(cell('wantedBy') !== '' && wantedBy === null
        ? [`“${cell('wantedBy')}” is no day: it is wanted by none`]
        : []),
      ...(wantedBy !== null && wanted.isGuessed
        ? [`wanted by ${wantedBy}: day before month is guessed`]
        : []),
    ];
    const fault = faultOf(cell('student'), found.length, what);
    return { number: at + 1, what, fault, remarks, isKnown };
  });
}

function plain(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{Mark}/gu, '')
    .toLowerCase()
    .replace(/[^\p{Letter}\p{Number} ]/gu, '')
    .trim();
}

/** The student of a name: the whole of it, or a first name that only one has. */
function studentOf(said: string, students: KnownRequests['students']): KnownRequests['students'] {
  const name = plain(said);
  const whole = students.filter((one) => plain(one.name) === name);
  const turned = students.filter((one) => plain(one.name).split(' ').reverse().join(' ') === name);
  const first = students.filter((one) => plain(one.name).split(' ')[0] === name);
  for (const found of [whole, turned, first]) if (found.length > 0) return found;
  return [];
}

function faultOf(said: string, count: number, { title }: TableRequest): string {
  if (said === '') return 'says nobody who asks';
  if (count > 1) return `“${said}” could be several students: write the whole name`;
  if (count === 0) return `nobody here is called “${said}”`;
  return title === '' ? 'names no song' : '';
}
