import type { DemoAccount, Me, Programme, StudentProfile } from '@harvu/contract';
import { dayAt } from '@harvu/core/day';
import type * as longTasks from './worker';
import type { Teaching } from '@harvu/core/plan';
import { Hono, type Context } from 'hono';
import { createMiddleware } from 'hono/factory';
import { bodyLimit } from 'hono/body-limit';
import { except } from 'hono/combine';
import { compress } from 'hono/compress';
import { secureHeaders } from 'hono/secure-headers';
import type { Sequelize } from 'sequelize';
import {
  createActsStore,
  createArchiveService,
  createArchiveStore,
  createKeepingService,
  createPersonDataStore,
  serveArchives,
  serveKeeping,
} from './features/keeping';
import {
  createAccountService,
  createConsentsStore,
  createDoorService,
  createPeopleService,
  createPeopleStore,
  createSessionsStore,
  recognise,
  servePeople,
  type Account,
  type DoorSettings,
} from './features/people';
import {
  createEventFeed,
  createEventsService,
  createEventsStore,
  createLiveRoutes,
  createPlansService,
  createPlansStore,
  servePlans,
} from './features/plans';
import {
  createGlanceStore,
  createOverviewService,
  createOverviewsStore,
  type OverviewService,
  serveOverview,
} from './features/overview';
import { createCalendarsService, createCalendarsStore, serveCalendars } from './features/calendars';
import { createEveningService, serveEvening } from './features/evening';
import {
  createLessonsService,
  createLessonsStore,
  createMailsStore,
  serveLessons,
} from './features/lessons';
import {
  createQueueService,
  createRequestsService,
  createRequestsStore,
  serveRequests,
  type QueueDeps,
  type RequestsDeps,
} from './features/requests';
import {
  createOverrulesStore,
  createShelfService,
  createSongsService,
  createSongsStore,
  createTeachingService,
  serveSongs,
} from './features/songs';
import { createSheetsRoutes, createSheetsService } from './features/sheets';
import { createStudentsService, serveStudents, type StudentsService } from './features/students';
import { createTablesRoutes, createTablesService } from './features/tables';
import {
  createStudioService,
  createStudioStore,
  serveStudio,
  type StudioService,
} from './features/studio';
import { signedInOnly, type Act, type SignedIn } from './platform/access';
import { createAttempts } from './platform/attempts';
import type { Api } from './platform/routing';
import type { Clock } from './platform/clock';
import { isFull, transactionsOf, type InTransaction } from './platform/database';
import { DomainError, badRequest, noRoom, notFound } from './platform/errors';
import { createHealth } from './platform/health';
import { knownHostsOnly } from './platform/hosts';
import { createKeptStore } from './platform/kept';
import { USUAL_PATIENCE, type Patience } from './platform/live';
import { sameOriginOnly } from './platform/origin';
import type { Passwords } from './platform/passwords';
import type { Worked } from './platform/work';

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
  readonly work: Worked<LongTasks>;
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

const LARGEST_BODY = 1_000_000;
const LARGEST_STUDIO = 200_000_000;
const RESTORE = '/api/studio/restore';

function atMost(maxSize: number, title: string) {
  const tooLarge = badRequest(title, 'Send less at once.');
  return bodyLimit({
    maxSize,
    onError: () => {
      throw tooLarge;
    },
  });
}

function answerProblem(c: Context, { problem, retryAfterSeconds }: DomainError) {
  return c.body(JSON.stringify(problem), problem.status as 400, {
    'Content-Type': 'application/problem+json',
    ...(retryAfterSeconds !== undefined && { 'Retry-After': String(retryAfterSeconds) }),
  });
}

const FAILURE = new DomainError({
  status: 500,
  code: 'failure',
  title: 'Something went wrong on the server.',
  remedy: 'Nothing was changed. Try again; if it stays, tell whoever runs the studio’s server.',
});

/** Every error leaves through this door, as a problem with a code and a remedy. */
function errorDoor(onFailure: AppDeps['onFailure']) {
  return (error: unknown, c: Context) => {
    if (error instanceof DomainError) return answerProblem(c, error);
    if (isFull(error)) return answerProblem(c, noRoom);
    // Whoever has gone is answered nothing.
    if (!c.req.raw.signal.aborted) onFailure(error, c.req.path);
    return answerProblem(c, FAILURE);
  };
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
    glance: createGlanceStore(sequelize),
    overviews: createOverviewsStore(sequelize),
    profiles: createKeptStore<StudentProfile>(sequelize, {
      ...{ table: 'student_profiles', key: 'person_id', column: 'profile' },
    }),
    evenings: createKeptStore<Programme>(sequelize, {
      ...{ table: 'evenings', key: 'id', column: 'programme' },
    }),
    teachings: createKeptStore<Teaching>(sequelize, {
      ...{ table: 'song_teaching', key: 'song_id', column: 'teaching' },
    }),
  };
}

export type Stores = ReturnType<typeof createStores>;

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
    requests: createRequestsService({ requests, songs, people, clock, inTransaction }),
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
    ...{ lessons: kept, mails, people, clock, inTransaction },
    ...{ settings: () => studio.settings(), everybody: (id) => glance.everybody(id) },
  });
  return {
    ...{ evening, lessons },
    calendars: createCalendarsService({
      ...{ calendars, people, clock },
      studioName: async () => (await studio.door()).studioName,
      timeZone: async () => (await studio.settings()).timeZone,
      weeksOf: (person) => lessons.weeks(person),
      eveningFor: (person) => evening.find(person),
      minutesOf: (id) => students.minutesOf(id),
    }),
  };
}

/** What keeps the studio's books, and gives them out. */
function createBooks(
  { sequelize, clock, backups, work: { packArchive, unpackStudio } }: AppDeps,
  { acts, people }: Stores,
  {
    studio,
    inTransaction,
  }: { readonly studio: StudioService; readonly inTransaction: InTransaction },
) {
  const data = createPersonDataStore(sequelize, inTransaction);
  const archive = createArchiveStore(sequelize, inTransaction);
  return {
    keeping: createKeepingService({ acts, people, clock, backups, data }),
    archive: createArchiveService({ people, studio, clock, archive, packArchive, unpackStudio }),
  };
}

function createServices(deps: AppDeps) {
  const { sequelize, clock, passwords, demoAccounts, timeZone: own, work } = deps;
  const stores = createStores(sequelize);
  const inTransaction = transactionsOf(sequelize);
  const attempts = createAttempts(sequelize, clock);
  const { people, sessions, consents, plans, events, overrules, profiles, teachings } = stores;
  const studio = createStudioService({
    ...{ studio: stores.studio, people, passwords, clock, demoAccounts, inTransaction, attempts },
    ...{ ownTimeZone: own, setUpCode: deps.setUpCode },
  });
  const timeZone = async () => (await studio.settings()).timeZone;
  const constants = async () => (await studio.constants()).values;
  const today = async () => dayAt(clock.now().toISOString(), await timeZone());
  const songs = createSongsService({ songs: stores.songs, overrules, clock, inTransaction });
  const shelf = createShelfService({ songs: stores.songs, service: songs, clock, inTransaction });
  const students = createStudentsService({
    ...{ profiles, people, plans, events, clock, timeZone, lookThrough: work.lookThrough },
    constants,
  });
  const teaching = createTeachingService({ teachings, songs: stores.songs, clock });
  const plansService = createPlansService({
    ...{ plans, events, songs: stores.songs, overrules, people, clock, inTransaction },
    teachingOf: async (songId) => (await teaching.find(songId)).teaching,
    figuresFor: (studentId, songId) => students.figuresFor(studentId, songId),
    minutesOf: (studentId) => students.minutesOf(studentId),
    wishesFor: (songId) => stores.requests.wishesFor(songId),
    ...{ findAll: work.findAll, changedBetween: work.changedBetween, timeZone },
  });
  const conventionsOf = (personId: string) => people.conventionsOf(personId);
  const toMe = async ({ id, name, role, factor }: Account): Promise<Me> => ({
    ...{ id, name, role, hasSecondFactor: factor !== null && factor.usedStep !== null },
    conventions: await conventionsOf(id),
    timeZone: await timeZone(),
    isDemo: await studio.isDemo(),
    ...(role === 'student' && (await students.isChild(id)) && { isChild: true as const }),
  });
  const { lookOver } = work;
  const overview = createOverviewService({ ...stores, clock, lookOver, build: deps.build ?? '' });
  const atTheDoor = { people, sessions, passwords, attempts, clock, toMe };
  const peopleService = createPeopleService({
    ...{ people, sessions, consents, profiles, passwords, clock, inTransaction, today },
  });
  return {
    ...{ songs, shelf, students, teaching, studio, plans: plansService, people: peopleService },
    door: createDoorService(atTheDoor),
    account: createAccountService(atTheDoor),
    events: createEventsService({ plans, events, clock }),
    feed: createEventFeed({
      ...{ events, lookMs: (deps.patience ?? USUAL_PATIENCE).lookMs },
      onFailure: (error) => deps.onFailure(error, '/live'),
    }),
    ...{ overview, ...createDates(deps, stores, { overview, studio, students, inTransaction }) },
    tables: createTablesService({ ...stores, overview }),
    sheets: createSheetsService({
      ...{ plans: plansService, songs, teaching, conventionsOf, clock, timeZone },
      slotOf: (studentId) => students.slotOf(studentId),
      printSheet: work.printSheet,
    }),
    ...createAsking(deps, stores, { songs, students, timeZone, constants, inTransaction }),
    ...createBooks(deps, stores, { studio, inTransaction }),
  };
}

/** Lets routes write down what was done. */
function withActs(noteAct: (act: Act) => Promise<void>) {
  return createMiddleware<SignedIn>(async (c, next) => {
    c.set('noteAct', noteAct);
    await next();
  });
}

function createApi(deps: AppDeps) {
  const services = createServices(deps);
  const health = createHealth(deps.sequelize, deps.clock, deps.passwords);
  const noteAct = async (act: Act): Promise<void> => {
    deps.onAct?.(act.act);
    await services.keeping.noteAct(act);
  };
  const door = { ...deps.door, now: () => deps.clock.now() };
  const api: Api = new Hono<SignedIn>();
  api
    .use(sameOriginOnly)
    .use(
      // A whole studio comes in one piece.
      except(RESTORE, atMost(LARGEST_BODY, 'The request is larger than 1 MB.')),
    )
    .use(RESTORE, atMost(LARGEST_STUDIO, 'The file is larger than 200 MB.'))
    .get('/health', async (c) => {
      const found = await health();
      return c.json(found, found.ok ? 200 : 503);
    })
    .use(recognise(services.door, door))
    .use(withActs(noteAct));
  serveStudio(api, services.studio);
  servePeople(api, { ...services, noteAct }, door);
  serveKeeping(api, services.keeping);
  serveArchives(api, services.archive);
  serveRequests(api, services);
  servePlans(api, services);
  serveOverview(api, services.overview);
  serveEvening(api, services.evening);
  serveLessons(api, services.lessons);
  serveCalendars(api, services.calendars);
  serveStudents(api, services.students);
  serveSongs(api, services, deps.patience ?? USUAL_PATIENCE);
  api.route('/', createSheetsRoutes(services.sheets));
  api.route('/', createTablesRoutes(services.tables));
  api.route('/', createLiveRoutes(services.feed));
  return api.use(signedInOnly).all('*', () => {
    throw notFound('There is nothing at this address.', 'Check the address.');
  });
}

/** Makes the whole server without listening: the API under /api, the web application elsewhere. */
export function createApp(deps: AppDeps) {
  const api = createApi(deps).onError(errorDoor(deps.onFailure));
  const app = new Hono()
    .use(compress())
    .use(secureHeaders({ crossOriginEmbedderPolicy: false }))
    .use(knownHostsOnly(deps.hosts))
    .use('/api/*', async (c, next) => {
      await next();
      c.header('Cache-Control', 'no-store');
    })
    .route('/api', api);
  if (deps.webFiles) app.route('/', deps.webFiles);
  return app.onError(errorDoor(deps.onFailure));
}
