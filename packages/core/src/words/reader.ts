import type { DayTold } from '../brief';

/** For whom a sentence is made: each thing that is told has its words for each of them in one table. */
export type ReaderRole = 'teacher' | 'student' | 'child';

/** Who reads, and how days are told to them. */
export interface Reader {
  readonly who: ReaderRole;
  readonly told: DayTold;
}
