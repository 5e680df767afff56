import { NEW_PROFILE } from '@harvu/contract/students';
import type { KnownStudent } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { USUAL_TEACHING } from '@harvu/core/plan';

/** A song with its people, a student and a plan, as the server tells them. */
export const { song: document } = readChart(
  'tempo: 92\ncapo: 0\ngrip G: 355433\npattern eights 4/4: D U D U D - D U\n[Verse] pattern eights\n| G | D | Em | D |\n[Chorus] pattern eights\n| G | C |',
);
export const VERSE = document.sections[0]?.id ?? '';
export const full = `section:${VERSE}:full`;

export const people = [
  { id: 'o', name: 'Odalys Renn', role: 'student' },
  { id: 't', name: 'Ilse Korrin', role: 'teacher' },
];
export const song = { id: 's', title: 'A song', playedBy: '', revision: 3, document };
export const summary = {
  id: 'p',
  songId: 's',
  title: 'A song',
  playedBy: '',
  studentId: 'o',
  studentName: 'Odalys Renn',
  revision: 3,
  assignedAt: '',
  withdrawnAt: null,
};
export const known: KnownStudent = {
  teachers: [],
  practised: null,
  leftHanded: false,
  id: 'o',
  name: 'Odalys Renn',
  version: 1,
  profile: { ...NEW_PROFILE, ownedGrips: ['D'], strokesPerSecond: 4, bodyNote: 'sore wrist' },
  shown: { ownedGrips: [], ownedPatterns: [], changes: [{ from: 'G', to: 'C', seconds: 0.3 }] },
};

export const PLAN = {
  document,
  events: [],
  lastEvent: 0,
  hasMore: false,
  version: 1,
  teaching: USUAL_TEACHING,
  figures: { student: { ownedGrips: [], ownedPatterns: [], changes: [] }, constants: {} },
  minutesByWeekday: [10, 10, 10, 10, 10, 10, 10],
};
