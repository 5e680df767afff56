import type { ArchiveColumn, ArchiveTable, ColumnKind } from '@harvu/formats/archive';

function column(name: string, kind: ColumnKind, says: string): ArchiveColumn {
  return { name, kind, says };
}

function maybe(name: string, kind: ColumnKind, says: string): ArchiveColumn {
  return { name, kind, says, mayBeNone: true };
}

const saved = [
  column('version', 'figure', 'how often it was saved'),
  column('saved_by', 'id', 'by whom last (people)'),
  column('saved_at', 'moment', 'when last'),
];

/**
 * Every table of a studio in the order in which rows refer back to rows. What only this server can use is
 * left out: sessions, second factors, attempts at the door, and what is worked out anew.
 */
export const STUDIO_TABLES: readonly ArchiveTable[] = [
  {
    name: 'studio',
    says: 'The studio and what it sets for everybody: one row.',
    columns: [
      column('id', 'figure', 'always 1'),
      column('name', 'words', 'what the studio is called'),
      column('is_demo', 'yes or no', 'whether it is a demo'),
      maybe('constants', 'data', 'figures it set for itself in the assumptions'),
      column('constants_version', 'figure', 'how often these were saved'),
      column('time_zone', 'words', 'an IANA name; days are counted in it'),
      column('idle_minutes', 'figure', 'after so long one signs in again'),
      column('keep_log_days', 'figure', 'so long it is kept who did what'),
      column('keep_put_away_days', 'figure', 'so long students put away are kept; 0 for ever'),
      column('breaks', 'data', 'days without lessons: from, to, name'),
    ],
  },
  {
    name: 'people',
    says: 'Everybody with an account.',
    columns: [
      column('id', 'id', 'whose row it is'),
      column('name', 'words', 'what they are called'),
      column('sign_in_name', 'words', 'what they sign in with'),
      column('role', 'words', 'owner, teacher or student'),
      column('password_hash', 'secret', 'from which no password can be read'),
      column('is_minor', 'yes or no', 'whether a guardian has to consent'),
      column('guardian', 'words', 'the guardian of a minor, and how they are reached'),
      maybe('guardian_consent_on', 'day', 'when consent was given'),
      maybe('conventions', 'data', 'how they like strings, frets, names and counts'),
      maybe('deactivated_at', 'moment', 'when the account was put away'),
      column('created_at', 'moment', 'since when'),
    ],
  },
  {
    name: 'consents',
    says: 'Each consent as it was recorded or taken back.',
    columns: [
      column('number', 'figure', 'the order in which they came'),
      column('person_id', 'id', 'for whom (people)'),
      column('guardian', 'words', 'by whom'),
      maybe('consent_on', 'day', 'on which day; none where it was taken back'),
      maybe('recorded_by', 'id', 'who wrote it down (people)'),
      column('recorded_at', 'moment', 'when it was written down'),
    ],
  },
  {
    name: 'songs',
    says: 'Every song; its content stands in song_revisions.',
    columns: [
      column('id', 'id', 'which song'),
      column('title', 'words', 'what it is called'),
      column('played_by', 'words', 'who plays it'),
      column('created_by', 'id', 'who began it (people)'),
      column('created_at', 'moment', 'when'),
      column('tags', 'data', 'words to find it by'),
      column('place', 'words', 'here, away or deleted'),
      maybe('moved_at', 'moment', 'since when it lies there'),
    ],
  },
  {
    name: 'song_revisions',
    says: 'Every state a song was saved in, whole.',
    columns: [
      column('song_id', 'id', 'of which song (songs)'),
      column('number', 'figure', 'the first is 1'),
      column('document', 'document', 'frame, sections, bars, map, grips, patterns, riffs'),
      column('checksum', 'words', 'SHA-256 of the document as it was saved'),
      column('author_id', 'id', 'who saved it (people)'),
      column('created_at', 'moment', 'when'),
    ],
  },
  {
    name: 'song_teaching',
    says: 'How a song is taught in this studio.',
    columns: [
      column('song_id', 'id', 'which song (songs)'),
      column('teaching', 'document', 'school, layers, what was ordered by hand'),
      ...saved,
    ],
  },
  {
    name: 'overrules',
    says: 'What a teacher said is meant so, with the reason.',
    columns: [
      column('song_id', 'id', 'in which song (songs)'),
      column('key_hash', 'words', 'SHA-256 of the next'),
      column('finding_key', 'words', 'what was found'),
      column('reason', 'words', 'why it is meant so'),
      column('author_id', 'id', 'who said so (people)'),
      column('created_at', 'moment', 'when'),
      column('key_form', 'figure', 'how the finding is named: 1'),
    ],
  },
  {
    name: 'requests',
    says: 'Every song that was asked for, and what became of it.',
    columns: [
      column('id', 'id', 'which request'),
      column('student_id', 'id', 'who asked (people)'),
      column('title', 'words', 'the song'),
      column('played_by', 'words', 'who plays it'),
      column('why', 'words', 'what they said'),
      maybe('wanted_by', 'day', 'for which day'),
      column('status', 'words', 'waiting, accepted or declined'),
      column('reason', 'words', 'what they were answered'),
      maybe('song_id', 'id', 'the song it became (songs)'),
      column('asked_at', 'moment', 'when'),
      column('chords', 'words', 'chords a teacher pasted to weigh it'),
    ],
  },
  {
    name: 'plans',
    says: 'Which song was given to whom, and how it is taught to them.',
    columns: [
      column('id', 'id', 'which plan'),
      column('student_id', 'id', 'whose (people)'),
      column('song_id', 'id', 'of which song (songs)'),
      column('revision', 'figure', 'of which state of it (song_revisions)'),
      column('assigned_by', 'id', 'who gave it (people)'),
      column('assigned_at', 'moment', 'when'),
      maybe('teaching', 'document', 'how it is taught to this student'),
      maybe('figures', 'document', 'what was known of the student then'),
      column('version', 'figure', 'how often it was changed'),
      maybe('withdrawn_at', 'moment', 'since when it is taken back'),
    ],
  },
  {
    name: 'events',
    says: 'All that happened in a plan: tries, takes, notes, what was sore, signed off or stuck.',
    columns: [
      column('number', 'figure', 'the order in which they came in'),
      column('id', 'id', 'which event'),
      column('plan_id', 'id', 'in which plan (plans)'),
      column('kind', 'words', 'try, sign-off, note, correction, where, time, drill and others'),
      column('at', 'moment', 'when it happened'),
      column('day', 'day', 'on which day, where it happened'),
      column('revision', 'figure', 'in which state of the song'),
      column('source', 'words', 'self or teacher'),
      column('body', 'data', 'what is said of it'),
      column('logged_by', 'id', 'who sent it (people)'),
      column('received_at', 'moment', 'when it came in'),
      maybe('sent_at', 'moment', 'when the device said it sent it'),
    ],
  },
  {
    name: 'student_profiles',
    says: 'What teaching needs to know of a student.',
    columns: [
      column('person_id', 'id', 'of whom (people)'),
      column('profile', 'data', 'age band, instrument, reach, minutes, lesson, grips and changes'),
      ...saved,
    ],
  },
  {
    name: 'lessons',
    says: 'Lessons that were moved, missed or held; all others come from the weekly slots.',
    columns: [
      column('id', 'id', 'which lesson'),
      column('student_id', 'id', 'whose (people)'),
      maybe('teacher_id', 'id', 'with whom (people)'),
      maybe('slot_day', 'day', 'the day it would be on as usual'),
      column('day', 'day', 'the day it is on'),
      column('time', 'words', 'when, by the studio’s clock'),
      column('minutes', 'figure', 'how long'),
      column('state', 'words', 'planned, held or missed'),
      maybe('notes', 'data', 'agenda, word for home, summary'),
      ...saved,
    ],
  },
  {
    name: 'mails',
    says: 'What was written to students and guardians.',
    columns: [
      column('id', 'id', 'which message'),
      column('lesson_id', 'id', 'about which lesson (lessons)'),
      column('student_id', 'id', 'about whom (people)'),
      column('to_name', 'words', 'to whom'),
      column('to_address', 'words', 'where; empty where it is not known'),
      column('subject', 'words', 'what it is about'),
      column('words', 'words', 'what it says'),
      column('written_at', 'moment', 'when'),
    ],
  },
  {
    name: 'evenings',
    says: 'The programme of the next evening.',
    columns: [
      column('id', 'words', 'always next'),
      column('programme', 'data', 'title, day, plans in their order'),
      ...saved,
    ],
  },
  {
    name: 'calendars',
    says: 'Whose dates another calendar may read by a secret address.',
    columns: [
      column('person_id', 'id', 'whose (people)'),
      column('address_hash', 'secret', 'from which the address cannot be read'),
      column('has_practice', 'yes or no', 'whether practice stands in it'),
      column('made_at', 'moment', 'since when'),
    ],
  },
  {
    name: 'acts',
    says: 'Who did what; as long as the studio keeps it.',
    columns: [
      column('number', 'figure', 'the order in which they came'),
      column('at', 'moment', 'when'),
      maybe('person_id', 'id', 'who (people)'),
      column('act', 'words', 'what'),
      maybe('about_id', 'id', 'about whom or what'),
    ],
  },
];

/** Where somebody is signed in; given to them, never with a studio. */
const SESSIONS: ArchiveTable = {
  name: 'sessions',
  says: 'Where they are signed in.',
  columns: [
    column('device', 'words', 'which browser and system'),
    column('created_at', 'moment', 'since when'),
    column('seen_at', 'moment', 'last used'),
  ],
};

const isOwn = ({ name }: ArchiveTable): boolean =>
  ['people', 'consents', 'requests', 'plans', 'events'].includes(name) ||
  ['student_profiles', 'lessons', 'mails', 'calendars'].includes(name);

/** What is kept of one person; no hash of a password. */
export const PERSON_TABLES: readonly ArchiveTable[] = [
  ...STUDIO_TABLES.filter(isOwn).map((table) => ({
    ...table,
    columns: table.columns.filter(({ kind }) => kind !== 'secret'),
  })),
  SESSIONS,
];
