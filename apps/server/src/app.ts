import { Hono, type Context } from 'hono';
import { createMiddleware } from 'hono/factory';
import { bodyLimit } from 'hono/body-limit';
import { except } from 'hono/combine';
import { compress } from 'hono/compress';
import { secureHeaders } from 'hono/secure-headers';
import { serveArchives, serveRecords } from './features/records';
import { cookiesOf, recognise, servePeople } from './features/people';
import { createLiveRoutes, servePlans } from './features/plans';
import { serveOverview } from './features/overview';
import { serveCalendars } from './features/calendars';
import { serveEvening } from './features/evening';
import { serveLessons } from './features/lessons';
import { serveRequests } from './features/requests';
import { serveSongs } from './features/songs';
import { createSheetsRoutes } from './features/sheets';
import { serveStudents } from './features/students';
import { createTablesRoutes } from './features/tables';
import { serveStudio } from './features/studio';
import { signedInOnly, type Act, type SignedIn } from './platform/access';
import type { Api } from './platform/routing';
import { isFull, isUnreachable } from './platform/database';
import { DomainError, badRequest, noDatabase, noRoom, notFound } from './platform/errors';
import { toLoggedPath } from './platform/failures';
import { createHealth } from './platform/health';
import { knownHostsOnly } from './platform/hosts';
import { USUAL_PATIENCE } from './platform/live';
import { sameOriginOnly } from './platform/origin';
import { createRefusals, type Refusals } from './platform/refusals';
import { createTurns } from './platform/turns';
import { createServices, type AppDeps } from './services';

const LARGEST_BODY = 1_000_000;
const LARGEST_STUDIO = 200_000_000;
const RESTORE = '/api/studio/restore';

const FAILURE = new DomainError({
  status: 500,
  code: 'failure',
  title: 'Something went wrong on the server.',
  remedy: 'Nothing was changed. Try again; if it stays, tell whoever runs the studio’s server.',
});

/** Makes the whole server without listening: the API under /api, the web application elsewhere. */
export function createApp(deps: AppDeps) {
  const refusals = createRefusals();
  const door = errorDoor(deps.onFailure, refusals);
  const api = createApi(deps, refusals).onError(door);
  const app = new Hono()
    .use(compress())
    .use(secureHeaders({ crossOriginEmbedderPolicy: false }))
    .use(knownHostsOnly(deps.hosts))
    .use('/api/*', async (c, next) => {
      await next();
      if (c.req.method !== 'GET' && c.res.ok) refusals.taken();
      c.header('Cache-Control', 'no-store');
    })
    .route('/api', api);
  if (deps.webFiles) app.route('/', deps.webFiles);
  return app.onError(door);
}

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

/** Every error leaves through this door, as a problem with a code and a remedy. */
function errorDoor(onFailure: AppDeps['onFailure'], refusals: Refusals) {
  return (error: unknown, c: Context) => {
    if (error instanceof DomainError) return answerProblem(c, error);
    if (isFull(error)) {
      refusals.refused();
      return answerProblem(c, noRoom);
    }
    if (isUnreachable(error)) return answerProblem(c, noDatabase);
    // Whoever has gone is answered nothing.
    if (!c.req.raw.signal.aborted) onFailure(error, toLoggedPath(c.req.path));
    return answerProblem(c, FAILURE);
  };
}

/** Lets routes write down what was done. */
function withActs(noteAct: (act: Act) => Promise<void>) {
  return createMiddleware<SignedIn>(async (c, next) => {
    c.set('noteAct', noteAct);
    await next();
  });
}

function createApi(deps: AppDeps, refusals: Refusals) {
  const services = createServices(deps);
  const health = createHealth(deps.sequelize, deps, refusals);
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
  serveRecords(api, services.keeping);
  // Paper and exports of one person never stand before everybody else's.
  const turns = createTurns({ atOnce: 2, waitingEach: 6 });
  serveArchives(api, services.archive, turns);
  serveRequests(api, services);
  servePlans(api, services);
  serveOverview(api, services.overview);
  serveEvening(api, services.evening);
  serveLessons(api, services.lessons);
  serveCalendars(api, services.calendars);
  serveStudents(api, services.students);
  serveSongs(api, services, deps.patience ?? USUAL_PATIENCE);
  api.route('/', createSheetsRoutes(services.sheets, services.papers, turns));
  api.route('/', createTablesRoutes(services.tables));
  api.route(
    '/',
    createLiveRoutes({
      feed: services.feed,
      cookie: cookiesOf(door).session,
      whoIs: (token) => services.door.whoIs(token),
      breathMs: (deps.patience ?? USUAL_PATIENCE).breathMs,
    }),
  );
  return api.use(signedInOnly).all('*', () => {
    throw notFound('There is nothing at this address.', 'Check the address.');
  });
}
