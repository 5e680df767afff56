import type { Overview, OverviewSong, StoredLesson, OverviewStudent } from '@harvu/contract';
import { NEW_PROFILE } from '@harvu/contract/students';
import { readChart } from '@harvu/core/chart';
import { makePlan } from '@harvu/core/plan';
import { overviewOf, standingOf, type PlanOverview } from '@harvu/core/standing';

/** A studio with nobody in it. */
export const NOTHING: Overview = {
  today: '2026-11-26',
  time: '14:00',
  students: [],
  songs: [],
  minutesByWeekday: null,
  lessons: [],
  teachers: [],
  waiting: [],
  constants: {},
};

/** A song nobody has touched yet. */
export const FRESH: PlanOverview = overviewOf(
  standingOf(makePlan(readChart('tempo: 92\n[A]\n| G | D |').song), []),
);

/** A song of somebody, whose name is their id. */
export function songOf(name: string, more: Partial<PlanOverview> = {}): OverviewSong {
  return {
    id: name,
    songId: 's',
    title: 'A song',
    playedBy: '',
    studentId: name,
    studentName: name,
    revision: 1,
    assignedAt: '2026-11-01T09:00:00.000Z',
    withdrawnAt: null,
    overview: { ...FRESH, ...more },
  };
}

/** A student whose name is their id. */
export function studentOf(name: string, more: Partial<OverviewStudent> = {}): OverviewStudent {
  const { lessonSlot, teacherId, ageBand, minutesByWeekday, bodyNote, saidLast } = NEW_PROFILE;
  return {
    id: name,
    name,
    lessonSlot,
    teacherId,
    ageBand,
    minutesByWeekday,
    bodyNote,
    saidLast,
    ...more,
  };
}

/** A lesson of somebody today. */
export function lessonOf(name: string, more: Partial<StoredLesson> = {}): StoredLesson {
  return {
    id: `lesson of ${name}`,
    studentId: name,
    teacherId: null,
    slotDay: '2026-11-26',
    day: '2026-11-26',
    time: '15:30',
    minutes: 30,
    state: 'planned',
    version: 0,
    notes: null,
    ...more,
  };
}
