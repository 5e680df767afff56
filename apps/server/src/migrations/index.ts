import { spine } from './0001-spine';
import { conventionsAndOverrules } from './0002-conventions-and-overrules';
import { plansByStudent } from './0003-plans-by-student';
import { events } from './0004-events';
import { doors } from './0005-doors';
import { songShelf } from './0006-song-shelf';
import { lessons } from './0007-lessons';
import { planOverviews } from './0008-plan-overviews';
import { requestChords } from './0009-request-chords';
import { evenings } from './0010-evenings';
import { calendars } from './0011-calendars';
import { upkeep } from './0012-upkeep';
import type { Migration } from './migration';

export type { Statement } from './migration';

/** Every migration, oldest first. */
export const MIGRATIONS: readonly Migration[] = [
  spine,
  conventionsAndOverrules,
  plansByStudent,
  events,
  doors,
  songShelf,
  lessons,
  planOverviews,
  requestChords,
  evenings,
  calendars,
  upkeep,
];
