import type { LessonNotes, StoredLesson } from '@harvu/contract';
import { dayAfter, type Day } from '@harvu/core/day';
import type { DayRange } from '@harvu/core/lessons';
import { QueryTypes, type Sequelize } from 'sequelize';
import { isTaken, type Tx } from '../../platform/database';
import { fromJsonColumn } from '../../platform/json-column';

interface FoundRow {
  readonly id: string;
  readonly student_id: string;
  readonly teacher_id: string | null;
  readonly slot_day: Day | null;
  readonly day: Day;
  readonly time: string;
  readonly minutes: number;
  readonly state: StoredLesson['state'];
  readonly notes: LessonNotes | string | null;
  readonly version: number;
}

/** A lesson to be kept in place of the version one started from; 0 for none. */
export interface KeepingLesson {
  readonly baseVersion: number;
  readonly lesson: Omit<StoredLesson, 'version'>;
  readonly by: string;
  readonly at: Date;
}

// A DATE read by raw SQL would come as a moment in some time zone; as text it stays the day it is.
const COLUMNS = `id, student_id, teacher_id, DATE_FORMAT(slot_day, '%Y-%m-%d') AS slot_day,
  DATE_FORMAT(day, '%Y-%m-%d') AS day, time, minutes, state, version`;

const NOTES_DAYS = 14;
const NOTES = `CASE WHEN day >= ? THEN notes
  WHEN day >= ? THEN JSON_SET(notes, '$.agenda', JSON_ARRAY()) END AS notes`;

const INSERT = `INSERT INTO lessons (id, student_id, teacher_id, slot_day, day, time, minutes, state,
  notes, version, saved_by, saved_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, 1, ?, ?)`;
const UPDATE = `UPDATE lessons SET teacher_id = ?, day = ?, time = ?, minutes = ?, state = ?,
  notes = ?, version = version + 1, saved_by = ?, saved_at = ?
  WHERE id = ? AND student_id = ? AND version = ?`;

/** Keeps what is known of single lessons: those that were moved, missed or held. */
export function createLessonsStore(sequelize: Sequelize) {
  const query = async (
    columns: string,
    where: string,
    values: readonly unknown[],
  ): Promise<readonly StoredLesson[]> => {
    const rows = await sequelize.query<FoundRow>(`SELECT ${columns} FROM lessons WHERE ${where}`, {
      replacements: [...values],
      type: QueryTypes.SELECT,
    });
    return rows.map(toLesson);
  };

  async function isAdded({ lesson, by, at }: KeepingLesson, transaction: Tx): Promise<boolean> {
    const { id, studentId, teacherId, slotDay, day, time, minutes, state, notes } = lesson;
    const kept = notes && JSON.stringify(notes);
    const lessonIs = [id, studentId, teacherId, slotDay, day, time, minutes, state];
    const replacements = [...lessonIs, kept, by, at];
    try {
      await sequelize.query(INSERT, { replacements, type: QueryTypes.INSERT, transaction });
      return true;
    } catch (error) {
      if (isTaken(error)) return false;
      throw error;
    }
  }

  return {
    /**
     * The lessons that bear on some days: on one of them, or out of a slot of one of them. What came of a lesson is
     * read of the last two weeks before `today`; how it was run, from that day on.
     */
    bearingOn: ({ from, to }: DayRange, today: Day, studentId?: string) => {
      const own = studentId === undefined ? '' : 'AND student_id = ?';
      return query(
        `${COLUMNS}, ${NOTES}`,
        `(day BETWEEN ? AND ? OR slot_day BETWEEN ? AND ?) ${own} ORDER BY day, time`,
        [
          today,
          dayAfter(today, -NOTES_DAYS),
          from,
          to,
          from,
          to,
          ...(studentId === undefined ? [] : [studentId]),
        ],
      );
    },
    /** All that was ever kept of a student's lessons, the latest first. */
    listOf: (studentId: string) =>
      query(`${COLUMNS}, notes`, 'student_id = ? ORDER BY day DESC, time DESC', [studentId]),
    async find(id: string): Promise<StoredLesson | undefined> {
      return (await query(`${COLUMNS}, notes`, 'id = ?', [id]))[0];
    },
    /** Tells whether it was kept; not if somebody else saved in between. */
    async put(keeping: KeepingLesson, transaction: Tx): Promise<boolean> {
      const { baseVersion, lesson, by, at } = keeping;
      if (baseVersion === 0) return isAdded(keeping, transaction);
      const { id, studentId, teacherId, day, time, minutes, state, notes } = lesson;
      const kept = notes && JSON.stringify(notes);
      const set = [teacherId, day, time, minutes, state, kept, by, at];
      const replacements = [...set, id, studentId, baseVersion];
      const [, count] = await sequelize.query(UPDATE, {
        replacements,
        type: QueryTypes.UPDATE,
        transaction,
      });
      return count === 1;
    },
    /** Forgets what was said of a lesson that was not begun; its slot is as usual again. */
    async forget(id: string): Promise<boolean> {
      const [, count] = await sequelize.query(
        "DELETE FROM lessons WHERE id = ? AND state <> 'held' AND notes IS NULL",
        { replacements: [id], type: QueryTypes.UPDATE },
      );
      return count === 1;
    },
  };
}

function toLesson(row: FoundRow): StoredLesson {
  const { id, day, time, minutes, state, version } = row;
  return {
    id,
    studentId: row.student_id,
    teacherId: row.teacher_id,
    slotDay: row.slot_day,
    day,
    time,
    minutes,
    state,
    version,
    notes: row.notes === null ? null : fromJsonColumn(row.notes),
  };
}

export type LessonsStore = ReturnType<typeof createLessonsStore>;
