import type { DemoAccount, Problem, StudentProfile } from '@harvu/contract';
import type { Teaching } from '@harvu/core/plan';
import { Hono, type Context } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { compress } from 'hono/compress';
import { secureHeaders } from 'hono/secure-headers';
import { QueryTypes, type Sequelize } from 'sequelize';
import {
  createPeopleService,
  createPeopleStore,
  createSessionsStore,
  recognise,
  servePeople,
} from './features/people';
import {
  createEventsService,
  createEventsStore,
  createOverviewService,
  createPlansService,
  createPlansStore,
  servePlans,
} from './features/plans';
import { serveRequests, createRequestsService, createRequestsStore } from './features/requests';
import {
  createOverrulesStore,
  createSongsService,
  createSongsStore,
  createTeachingService,
  serveSongs,
} from './features/songs';
import { createSheetsRoutes, createSheetsService } from './features/sheets';
import { createStudentsService, serveStudents } from './features/students';
import { createStudioService, createStudioStore, serveStudio } from './features/studio';
import { signedInOnly, type SignedIn } from './platform/access';
import type { Api } from './platform/routing';
import type { Clock } from './platform/clock';
import type { Tx } from './platform/database';
import { DomainError, badRequest, notFound } from './platform/errors';
import { createKeptStore } from './platform/kept';
import { USUAL_PATIENCE, type Patience } from './platform/live';
import { sameOriginOnly } from './platform/origin';
import type { Passwords } from './platform/passwords';

/** What the application is made from. */
export interface AppDeps {
  readonly sequelize: Sequelize;
  readonly clock: Clock;
  readonly passwords: Passwords;
  readonly demoAccounts: readonly DemoAccount[];
  /** Where the server stands, as an IANA name. */
  readonly timeZone: string;
  /** The built web application; without it only the API answers. */
  readonly webFiles?: Hono;
  /** How long a page that asks for news is kept waiting. */
  readonly patience?: Patience;
  /** Told of failures nobody foresaw. */
  readonly onFailure: (error: unknown, path: string) => void;
}

const LARGEST_BODY = 1_000_000;

function answerProblem(c: Context, problem: Problem) {
  return c.body(JSON.stringify(problem), problem.status as 400, {
    'Content-Type': 'application/problem+json',
  });
}

/** Every error leaves through this door, as a problem with a code and a remedy. */
function errorDoor(onFailure: AppDeps['onFailure']) {
  return (error: unknown, c: Context) => {
    if (error instanceof DomainError) return answerProblem(c, error.problem);
    onFailure(error, c.req.path);
    return answerProblem(c, {
      status: 500,
      code: 'failure',
      title: 'Something went wrong on the server.',
      remedy: 'Nothing was changed. Try again; if it stays, tell whoever runs the studio’s server.',
    });
  };
}

/** Makes the stores every feature and the demo world share. */
export function createStores(sequelize: Sequelize) {
  return {
    studio: createStudioStore(sequelize),
    people: createPeopleStore(sequelize),
    sessions: createSessionsStore(sequelize),
    requests: createRequestsStore(sequelize),
    songs: createSongsStore(sequelize),
    overrules: createOverrulesStore(sequelize),
    plans: createPlansStore(sequelize),
    events: createEventsStore(sequelize),
    profiles: createKeptStore<StudentProfile>(sequelize, {
      ...{ table: 'student_profiles', key: 'person_id', column: 'profile' },
    }),
    teachings: createKeptStore<Teaching>(sequelize, {
      ...{ table: 'song_teaching', key: 'song_id', column: 'teaching' },
    }),
  };
}

export type Stores = ReturnType<typeof createStores>;

function createServices({ sequelize, clock, passwords, demoAccounts, timeZone: own }: AppDeps) {
  const stores = createStores(sequelize);
  const inTransaction = <T>(work: (tx: Tx) => Promise<T>): Promise<T> =>
    sequelize.transaction(work);
  const { people, sessions, requests, plans, events, overrules, profiles, teachings } = stores;
  const studio = createStudioService({
    ...{ studio: stores.studio, people, passwords, clock, demoAccounts, inTransaction },
    ownTimeZone: own,
  });
  const timeZone = async () => (await studio.settings()).timeZone;
  const songs = createSongsService({ songs: stores.songs, overrules, clock, inTransaction });
  const students = createStudentsService({
    ...{ profiles, people, plans, events, clock, timeZone },
    constants: () => studio.constants(),
  });
  const teaching = createTeachingService({ teachings, songs: stores.songs, clock });
  const plansService = createPlansService({
    ...{ plans, events, songs: stores.songs, overrules, people, clock, inTransaction },
    teachingOf: async (songId) => (await teaching.find(songId)).teaching,
    figuresFor: (studentId, songId) => students.figuresFor(studentId, songId),
    minutesOf: (studentId) => students.minutesOf(studentId),
  });
  const conventionsOf = (personId: string) => people.conventionsOf(personId);
  return {
    ...{ songs, students, teaching, studio, plans: plansService },
    events: createEventsService({ plans, events, clock }),
    overview: createOverviewService({ plans, events, people, clock, timeZone, conventionsOf }),
    sheets: createSheetsService({
      ...{ plans: plansService, songs, teaching, conventionsOf, clock, timeZone },
    }),
    people: createPeopleService({ people, sessions, passwords, clock, timeZone }),
    requests: createRequestsService({ requests, songs, clock, inTransaction }),
  };
}

function createApi(deps: AppDeps) {
  const services = createServices(deps);
  const tooLarge = badRequest('The request is larger than 1 MB.', 'Send less at once.');
  const api: Api = new Hono<SignedIn>();
  api
    .use(sameOriginOnly)
    .use(
      bodyLimit({
        maxSize: LARGEST_BODY,
        onError: () => {
          throw tooLarge;
        },
      }),
    )
    .get('/health', async (c) => {
      await deps.sequelize.query('SELECT 1', { type: QueryTypes.SELECT });
      return c.json({ ok: true });
    })
    .use(recognise(services.people));
  serveStudio(api, services.studio);
  servePeople(api, services.people);
  serveRequests(api, services.requests);
  servePlans(api, services);
  serveStudents(api, services.students);
  serveSongs(api, services, deps.patience ?? USUAL_PATIENCE);
  api.route('/', createSheetsRoutes(services.sheets));
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
    .use('/api/*', async (c, next) => {
      await next();
      c.header('Cache-Control', 'no-store');
    })
    .route('/api', api);
  if (deps.webFiles) app.route('/', deps.webFiles);
  return app.onError(errorDoor(deps.onFailure));
}
