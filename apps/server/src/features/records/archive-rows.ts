import {
  breaksSchema,
  checked,
  conventionsSchema,
  figuresSchema,
  isRealDate,
  lessonNotesSchema,
  newEventSchema,
  ownConstantsSchema,
  programmeSchema,
  settingsSchema,
  ROLES,
  SONG_PLACES,
  songDocumentSchema,
  studentProfileSchema,
  teachingSchema,
} from '@harvu/contract';
import type { ArchiveColumn, ArchiveRow, ArchiveTable, ColumnKind } from '@harvu/formats/archive';
import { array, boolean, mixed, number, object, string, type Schema } from 'yup';

const LONGEST = 20_000;
const MOMENT = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/;

const isMoment = (value: string): boolean =>
  MOMENT.test(value) && isRealDate(value.slice(0, 10)) && !Number.isNaN(Date.parse(value));

const text = () =>
  string().strict(true).defined('must be there').max(LONGEST, `is longer than ${LONGEST}`);

/** What stands in a column of each kind. */
const KINDS: Readonly<Record<ColumnKind, Schema>> = {
  id: text().matches(/^[0-9a-z-]{1,36}$/, 'must be an id'),
  words: text(),
  secret: text().max(200),
  moment: text().test('moment', 'must be a moment', isMoment),
  day: text().test('day', 'must be a day', isRealDate),
  figure: number().strict(true).required('must be a figure').min(0).max(Number.MAX_SAFE_INTEGER),
  'yes or no': boolean().strict(true).required('must be true or false'),
  data: mixed().required('must be there'),
  document: mixed().required('must be there'),
};

/** Columns with a form of their own: what is restored is checked as it was when it was saved first. */
const FORMS: Readonly<Record<string, Schema>> = {
  'studio.constants': ownConstantsSchema,
  'studio.breaks': breaksSchema,
  'studio.time_zone': settingsSchema.fields.timeZone as Schema,
  'studio.idle_minutes': settingsSchema.fields.idleMinutes as Schema,
  'studio.keep_log_days': settingsSchema.fields.keepLogDays as Schema,
  'studio.keep_put_away_days': settingsSchema.fields.keepPutAwayDays as Schema,
  'lessons.time': string().matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time such as 16:30'),
  'lessons.minutes': number().integer().min(1).max(600),
  'requests.chords': string().max(20_000),
  'people.role': string().oneOf(ROLES, 'must be a role'),
  'people.conventions': conventionsSchema,
  'songs.tags': array().of(text()).strict(true),
  'songs.place': string().oneOf(SONG_PLACES, 'must be a place'),
  'song_revisions.document': songDocumentSchema,
  'song_teaching.teaching': teachingSchema,
  'requests.status': string().oneOf(['waiting', 'accepted', 'declined'] as const),
  'plans.teaching': teachingSchema,
  'plans.figures': figuresSchema,
  'events.source': string().oneOf(['self', 'teacher'] as const),
  'events.body': object().strict(true),
  'student_profiles.profile': studentProfileSchema,
  'lessons.state': string().oneOf(['planned', 'held', 'missed'] as const),
  'lessons.notes': lessonNotesSchema,
  'evenings.programme': programmeSchema,
};

/** What a plan that was changed leaves in its log; written by the server alone. */
const BY_THE_SERVER = 'changed';

/** What is wrong with a row of an archive, and in which column; undefined where it can be kept. */
export function rowFault(table: ArchiveTable, row: ArchiveRow): string | undefined {
  for (const column of table.columns) {
    const fault = cellFault(table.name, column, row[column.name]);
    if (fault !== undefined) return fault;
  }
  return table.name === 'events' ? eventFault(row) : undefined;
}

function cellFault(table: string, column: ArchiveColumn, value: unknown): string | undefined {
  const { name, kind, mayBeNone } = column;
  if (value === null && mayBeNone) return undefined;
  for (const schema of [KINDS[kind], FORMS[`${table}.${name}`]]) {
    const found = schema && checked(schema, value);
    if (found && !found.ok) {
      const { field, message } = found.fault;
      return `${[name, field].filter(Boolean).join('.')} ${message}`;
    }
  }
  return undefined;
}

function eventFault({ id, at, day, kind, revision, body }: ArchiveRow): string | undefined {
  if (kind === BY_THE_SERVER) return undefined;
  const found = checked(newEventSchema, { ...(body as object), id, at, day, kind, revision });
  return found.ok ? undefined : `${found.fault.field} ${found.fault.message}`;
}
