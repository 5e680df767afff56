import type { Overview, Person } from '@harvu/contract';
import { WEEKDAYS } from '@harvu/core/day';
import { triesIn } from '@harvu/core/events';
import { writeTable, type Cell } from '@harvu/formats/table';
import { missing } from '../../platform/errors';
import type { OverviewPeopleStore, OverviewService } from '../overview';
import type { EventsStore, PlansStore } from '../plans';

export interface TablesDeps {
  readonly overview: OverviewService;
  readonly glance: OverviewPeopleStore;
  readonly plans: PlansStore;
  readonly events: EventsStore;
}

/** A table, ready for a spreadsheet. */
export interface ReadyTable {
  readonly name: string;
  readonly csv: string;
}

type Rows = readonly (readonly Cell[])[];

const STUDENT_HEAD = [
  ...['student', 'age', 'teacher', 'lesson day', 'lesson time', 'lesson minutes'],
  ...WEEKDAYS.map((day) => `practice minutes ${day}`),
];

const PLAN_HEAD = [
  ...['student', 'song', 'played by', 'given on', 'taken back on', 'steps done', 'steps'],
  ...['whole at bpm', 'goal bpm', 'ready', 'last practised', 'wanted on'],
];

const TRY_HEAD = ['song', 'step', 'day', 'at', 'bpm', 'clean', 'passes', 'seconds', 'told by'];

/** Tables of the studio for a spreadsheet; a person's own words are never run as formulas there. */
export function createTablesService({ overview, glance, plans, events }: TablesDeps) {
  return {
    async students(person: Person): Promise<ReadyTable> {
      const csv = writeTable(STUDENT_HEAD, studentRows(await overview.of(person)));
      return { name: 'students.csv', csv };
    },
    async plans(person: Person): Promise<ReadyTable> {
      const csv = writeTable(PLAN_HEAD, planRows(await overview.of(person)));
      return { name: 'plans.csv', csv };
    },
    /** Every try of one student, song after song. */
    async tries(studentId: string): Promise<ReadyTable> {
      const [[student], heads] = await Promise.all([
        glance.people(studentId),
        plans.headsFor(studentId),
      ]);
      if (student?.role !== 'student') throw missing('student');
      const logs = await events.listOfMany(heads.map(({ id }) => id));
      const rows = heads.flatMap(({ id, title }): Rows =>
        triesIn(logs.get(id) ?? []).map((one) => [
          ...[title, one.stepId, one.day, one.at, one.bpm],
          ...[one.clean ? 'yes' : 'no', one.passes, one.seconds, one.source],
        ]),
      );
      return { name: 'tries.csv', csv: writeTable(TRY_HEAD, rows) };
    },
  };
}

function studentRows({ students, teachers }: Overview): Rows {
  const names = new Map(teachers.map(({ id, name }) => [id, name]));
  return students.map(({ name, ageBand, teacherId, lessonSlot, minutesByWeekday }) => [
    ...[name, ageBand, teacherId === null ? '' : (names.get(teacherId) ?? '')],
    ...(lessonSlot
      ? [WEEKDAYS[lessonSlot.weekday] ?? '', lessonSlot.time, lessonSlot.minutes]
      : ['', '', '']),
    ...minutesByWeekday,
  ]);
}

function planRows({ songs }: Overview): Rows {
  return songs.map(({ studentName, title, playedBy, assignedAt, withdrawnAt, overview }) => {
    const { readiness, doneCount, stepCount, lastDay, wantedOn } = overview;
    return [
      ...[studentName, title, playedBy, assignedAt.slice(0, 10), withdrawnAt?.slice(0, 10) ?? ''],
      ...[doneCount, stepCount, readiness.songBpm, readiness.goalBpm],
      ...[readiness.gates.isReady ? 'yes' : 'no', lastDay, wantedOn],
    ];
  });
}

export type TablesService = ReturnType<typeof createTablesService>;
