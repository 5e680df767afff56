import type { DemoAccount, Me, Programme, StudentProfile } from '@harvu/contract';
import { NEW_PROFILE } from '@harvu/contract';
import { dayAt } from '@harvu/core/day';
import type * as longTasks from './worker';
import type { Teaching } from '@harvu/core/plan';
import { type Hono } from 'hono';
import type { Sequelize } from 'sequelize';
import {
  createActsStore,
  createArchiveService,
  createErasuresStore,
  createArchiveStore,
  createRecordsService,
  createPersonDataStore,
} from './features/records';
import {
  createAccountService,
  createAddStudents,
  createConsentsStore,
  createDoorService,
  createPeopleService,
  createPeopleStore,
  createSessionsStore,
  type Account,
  type DoorSettings,
} from './features/people';
import {
  createEventFeed,
  createEventsService,
  createEventsStore,
  createPlansService,
  createPlansStore,
} from './features/plans';
import {
  createOverviewPeopleStore,
  createOverviewService,
  createOverviewsStore,
  type OverviewService,
} from './features/overview';
import { createCalendarsService, createCalendarsStore } from './features/calendars';
import { createEveningService } from './features/evening';
import { createLessonsService, createLessonsStore, createMailsStore } from './features/lessons';
import {
  createAddRequests,
  createQueueService,
  createRequestsService,
  createRequestsStore,
  type QueueDeps,
  type RequestsDeps,
} from './features/requests';
import {
  createOverrulesStore,
  createShelfService,
  createSongsService,
  createSongsStore,
  createTeachingService,
} from './features/songs';
import { createPapersService, createSheetsService, type PapersDeps } from './features/sheets';
import { createStudentsService, type StudentsService } from './features/students';
import { createTablesService } from './features/tables';
import { createStudioService, createStudioStore, type StudioService } from './features/studio';
import { createTrial, type TrialDeps } from './trial';
import { createAttempts } from './platform/attempts';
import type { Clock } from './platform/clock';
import { transactionsOf, type InTransaction } from './platform/database';
import { createVersionedStore } from './platform/versioned-store';
import { createRunningDays } from './platform/running-days';
import { USUAL_PATIENCE, type Patience } from './platform/live';
import type { Passwords } from './platform/passwords';
import type { TaskResults } from './platform/work';

/** What takes long, as the threads' own file has it. */
export type LongTasks = typeof longTasks;

/** What the application is made from. */
export interface AppDeps {
  readonly sequelize: Sequelize;
  readonly clock: Clock;
  readonly passwords: Passwords;
  readonly demoAccounts: readonly DemoAccount[];
  /** Where the server stands, as an IANA name. */
  readonly timeZone: string;
  /** By which addresses the studio is known. */
  readonly hosts: readonly string[];
  readonly door: Omit<DoorSettings, 'now'>;
  readonly work: TaskResults<LongTasks>;
  /** Which Harvu this is: what another one worked out is worked out anew. */
  readonly build?: string;
  /** Whoever sets an empty studio up has to have read it. */
  readonly setUpCode: string;
  /** Where backups are put, to tell the owner. */
  readonly backups?: string;
  /** The built web application; without it only the API answers. */
  readonly webFiles?: Hono;
  /** How long a page that asks for news is kept waiting. */
  readonly patience?: Patience;
  /** Told by name of what was done and what happened at the door, of nobody. */
  readonly onAct?: (act: string) => void;
  /** Told of failures nobody foresaw. */
  readonly onFailure: (error: unknown, path: string) => void;
}

/** Makes the stores every feature and the demo world share. */
export function createStores(sequelize: Sequelize) {
  return {
    studio: createStudioStore(sequelize),
    people: createPeopleStore(sequelize),
    sessions: createSessionsStore(sequelize),
    consents: createConsentsStore(sequelize),
    acts: createActsStore(sequelize),
    requests: createRequestsStore(sequelize),
    songs: createSongsStore(sequelize),
    overrules: createOverrulesStore(sequelize),
    plans: createPlansStore(sequelize),
    events: createEventsStore(sequelize),
    lessons: createLessonsStore(sequelize),
    mails: createMailsStore(sequelize),
    calendars: createCalendarsStore(sequelize),
    glance: createOverviewPeopleStore(sequelize),
    overviews: createOverviewsStore(sequelize),
    profiles: createVersionedStore<StudentProfile>(sequelize, {
      table: 'student_profiles',
      key: 'person_id',
      column: 'profile',
    }),
    evenings: createVersionedStore<Programme>(sequelize, {
      table: 'evenings',
      key: 'id',
      column: 'programme',
    }),
    teachings: createVersionedStore<Teaching>(sequelize, {
      table: 'song_teaching',
      key: 'song_id',
      column: 'teaching',
    }),
  };
}

export type Stores = ReturnType<typeof createStores>;

/** Makes what answers each route: the one place where everything is put together, however long. */
// eslint-disable-next-line max-lines-per-function
export function createServices(deps: AppDeps) {
  const { sequelize, clock, passwords, demoAccounts, timeZone: own, work } = deps;
  const stores = createStores(sequelize);
  const inTransaction = transactionsOf(sequelize);
  const attempts = createAttempts(sequelize, clock);
  const { people, sessions, consents, plans, events, overrules, profiles, teachings } = stores;
  const studio = createStudioService({
    studio: stores.studio,
    people,
    passwords,
    clock,
    demoAccounts,
    inTransaction,
    attempts,
    ownTimeZone: own,
    setUpCode: deps.setUpCode,
  });
  const timeZone = async () => (await studio.settings()).timeZone;
  const constants = async () => (await studio.constants()).values;
  const today = async () => dayAt(clock.now().toISOString(), await timeZone());
  const songs = createSongsService({ songs: stores.songs, overrules, clock, inTransaction });
  const shelf = createShelfService({ songs: stores.songs, service: songs, clock, inTransaction });
  const students = createStudentsService({
    profiles,
    people,
    plans,
    events,
    clock,
    timeZone,
    lookThrough: work.lookThrough,
    constants,
  });
  const teaching = createTeachingService({ teachings, songs: stores.songs, clock });
  const plansService = createPlansService({
    plans,
    events,
    songs: stores.songs,
    overrules,
    people,
    clock,
    inTransaction,
    teachingOf: async (songId) => (await teaching.find(songId)).teaching,
    figuresFor: (studentId, songId) => students.figuresFor(studentId, songId),
    minutesOf: (studentId) => students.minutesOf(studentId),
    wishesFor: (songId) => stores.requests.wishesFor(songId),
    findAll: work.findAll,
    changedBetween: work.changedBetween,
    timeZone,
  });
  const conventionsOf = (personId: string) => people.conventionsOf(personId);
  const toMe = async ({ id, name, role, factor }: Account): Promise<Me> => ({
    id,
    name,
    role,
    hasSecondFactor: factor !== null && factor.usedStep !== null,
    conventions: await conventionsOf(id),
    timeZone: await timeZone(),
    isDemo: await studio.isDemo(),
    ...(role === 'student' && (await students.isChild(id)) && { isChild: true as const }),
  });
  const { lookOver } = work;
  const overview = createOverviewService({ ...stores, clock, lookOver, build: deps.build ?? '' });
  const dates = createDates(deps, stores, { overview, studio, students, inTransaction });
  const endCalendar = (personId: string) => stores.calendars.remove(personId);
  const atTheDoor = { people, sessions, passwords, attempts, clock, toMe, endCalendar };
  const peopleService = createPeopleService({
    people,
    sessions,
    consents,
    passwords,
    clock,
    inTransaction,
    today,
    endCalendar,
    noteAge: async (personId, ageBand, { id: by }) => {
      const value = { ...NEW_PROFILE, ageBand };
      await profiles.put(personId, { baseVersion: 0, value, by, at: clock.now() });
    },
  });
  return {
    songs,
    shelf,
    students,
    teaching,
    studio,
    plans: plansService,
    people: peopleService,
    door: createDoorService(atTheDoor),
    account: createAccountService(atTheDoor),
    addStudents: createAddStudents({ ...stores, clock, inTransaction, today }),
    events: createEventsService({ plans, events, clock, attempts }),
    attempts,
    feed: createEventFeed({
      events,
      lookMs: (deps.patience ?? USUAL_PATIENCE).lookMs,
      onFailure: (error) => deps.onFailure(error, '/live'),
    }),
    overview,
    ...dates,
    ...createPaper(deps, stores, {
      plans: plansService,
      songs,
      teaching,
      conventionsOf,
      timeZone,
      overview,
      dates,
      students,
    }),
    tables: createTablesService({ ...stores, overview }),
    ...createAsking(deps, stores, { songs, students, timeZone, constants, inTransaction }),
    ...createBooks(deps, stores, { studio, inTransaction, overview, plans: plansService }),
  };
}

/** What answers about songs that are asked for. */
function createAsking(
  { clock, work: { weigh, gripNames } }: AppDeps,
  stores: Stores,
  beside: Pick<RequestsDeps, 'songs' | 'inTransaction'> &
    Pick<QueueDeps, 'students' | 'timeZone' | 'constants'>,
) {
  const { songs, inTransaction, ...known } = beside;
  const { requests, people } = stores;
  return {
    requests: createRequestsService({ requests, songs, clock, inTransaction }),
    addRequests: createAddRequests({ requests, people, clock, inTransaction }),
    queue: createQueueService({ ...stores, ...known, clock, weigh, gripNames }),
  };
}

/** What keeps lessons, the evening, and calendars of both. */
function createDates(
  { clock }: AppDeps,
  stores: Stores,
  {
    overview,
    studio,
    students,
    inTransaction,
  }: {
    readonly overview: OverviewService;
    readonly studio: StudioService;
    readonly students: StudentsService;
    readonly inTransaction: InTransaction;
  },
) {
  const { people, calendars, lessons: kept, mails, glance } = stores;
  const evening = createEveningService({ ...stores, overview, clock });
  const lessons = createLessonsService({
    lessons: kept,
    mails,
    people,
    clock,
    inTransaction,
    settings: () => studio.settings(),
    everybody: (id) => glance.everybody(id),
  });
  const studioName = async () => (await studio.door()).studioName;
  return {
    evening,
    lessons,
    studioName,
    calendars: createCalendarsService({
      calendars,
      people,
      clock,
      studioName,
      timeZone: async () => (await studio.settings()).timeZone,
      weeksOf: (person) => lessons.weeks(person),
      eveningFor: (person) => evening.find(person),
      minutesOf: (id) => students.minutesOf(id),
    }),
  };
}

/** What is printed. */
function createPaper(
  { clock, work: { printPaper, printSheet } }: AppDeps,
  { plans: ways }: Stores,
  beside: Pick<PapersDeps, 'plans' | 'songs' | 'teaching' | 'conventionsOf' | 'timeZone'> & {
    readonly overview: OverviewService;
    readonly dates: ReturnType<typeof createDates>;
    readonly students: StudentsService;
  },
) {
  const { overview, dates, students, ...known } = beside;
  return {
    papers: createPapersService({
      ...known,
      ways,
      clock,
      printPaper,
      studioName: dates.studioName,
      overviewOf: (person) => overview.of(person),
      lessonsOf: (id, person) => dates.lessons.listOf(id, person),
      eveningFor: (person) => dates.evening.find(person),
      minutesOf: (id) => students.minutesOf(id),
    }),
    sheets: createSheetsService({
      ...known,
      clock,
      printSheet,
      slotOf: (studentId) => students.slotOf(studentId),
    }),
  };
}

/** What keeps the studio's books, and gives them out. */
function createBooks(
  { sequelize, clock, backups, passwords, work: { packArchive } }: AppDeps,
  { acts, people }: Stores,
  {
    studio,
    inTransaction,
    overview,
    plans,
  }: Pick<TrialDeps, 'overview' | 'plans'> & {
    readonly studio: StudioService;
    readonly inTransaction: InTransaction;
  },
) {
  const data = createPersonDataStore(sequelize, inTransaction);
  const archive = createArchiveStore(sequelize, inTransaction);
  return {
    keeping: createRecordsService({
      acts,
      people,
      clock,
      backups,
      data,
      erasures: createErasuresStore(sequelize),
      days: createRunningDays(sequelize),
    }),
    archive: createArchiveService({
      people,
      studio,
      clock,
      archive,
      packArchive,
      tryStudio: createTrial({ people, overview, plans, passwords }),
    }),
  };
}
