import {
  BODIES,
  ROUTES,
  type BodyOf,
  type ParamOf,
  type Person,
  type Reach,
  type ReplyOf,
  type Route,
  type RouteName,
  type Routes,
} from '@harvu/contract';
import type { Context, Hono, MiddlewareHandler } from 'hono';
import type { Schema } from 'yup';
import {
  confirmedOnly,
  ownersOnly,
  signedInOnly,
  teachersOnly,
  type OwnSessionOf,
  type SignedIn,
} from './access';
import { pathId, pathNumber, readBody } from './requests';

/** What answers routes. */
export type Api = Hono<SignedIn>;

type PathOf<R> = R extends Route<infer Path> ? Path : never;
/** Numbers stand in a path by these names; everything else is an id. */
type NumberName = 'number' | 'after';
type Params<R> = {
  readonly [Name in ParamOf<PathOf<R>>]: Name extends NumberName ? number : string;
};

/** A request as whoever answers it sees it: checked, and from somebody who may send it. */
export type Call<R> = Params<R> & {
  readonly body: BodyOf<R>;
  /** Who sends it; on a route for anybody it may be nobody. */
  readonly person: R extends { readonly reach: 'anybody' } ? Person | undefined : Person;
  /** The session it is sent in; there is none on a route for anybody. */
  readonly session: R extends { readonly reach: 'anybody' } ? undefined : OwnSessionOf;
  readonly context: Context;
};

type Run<Name extends RouteName> = (call: Call<Routes[Name]>) => Promise<ReplyOf<Routes[Name]>>;

const GUARDS: Readonly<Record<Reach, readonly MiddlewareHandler[]>> = {
  anybody: [],
  own: [signedInOnly],
  teaching: [signedInOnly, teachersOnly],
  owner: [signedInOnly, ownersOnly],
};

/** What takes, erases or gives power asks for the password again: a session may lie open on a desk. */
const CONFIRMED: ReadonlySet<RouteName> = new Set<RouteName>([
  ...(['addPerson', 'addStudents', 'resetPassword', 'changeRole', 'putAway', 'takeBack'] as const),
  ...(['erasePerson', 'recordConsent', 'saveSettings'] as const),
  ...(['startFactor', 'takeFactor', 'dropFactor', 'makeCalendar'] as const),
]);

/** Saved while somebody types; a revision or version of its own says who and when. */
const SAVED_BY_ITSELF: ReadonlySet<RouteName> = new Set<RouteName>([
  ...(['saveSong', 'saveTeaching', 'savePlan', 'saveLesson'] as const),
]);

const NUMBERS: readonly string[] = ['number', 'after'] satisfies readonly NumberName[];

/** What an id in a path stands for: the thing its collection has many of. */
const THINGS: Readonly<Record<string, string>> = {
  me: 'session',
  people: 'person',
  lessons: 'lesson',
  plans: 'plan',
  requests: 'request',
  songs: 'song',
  students: 'student',
};

/**
 * Answers a route of the contract: whoever may not call it is turned away, ids and the body are
 * checked before anything is done. An answer of nothing is 204.
 */
export function serve<Name extends RouteName>(api: Api, name: Name, run: Run<Name>): void {
  answer(api, { name, status: 200 }, run);
}

/** Answers a route that makes something. */
export function serveMade<Name extends RouteName>(api: Api, name: Name, run: Run<Name>): void {
  answer(api, { name, status: 201 }, run);
}

/** What an owner or teacher does is written down. */
function isAct(name: RouteName): boolean {
  const { method, reach }: Route = ROUTES[name];
  const isTeachers = reach === 'teaching' || reach === 'owner';
  return isTeachers && method !== 'GET' && !SAVED_BY_ITSELF.has(name);
}

function readParams(c: Context, path: string): Readonly<Record<string, string | number>> {
  const thing = THINGS[path.split('/')[1] ?? ''] ?? 'thing';
  const names = [...path.matchAll(/:(\w+)/g)].map(([, name = '']) => name);
  return Object.fromEntries(
    names.map((name) => [
      name,
      NUMBERS.includes(name) ? pathNumber(c, name, 'revision') : pathId(c, thing),
    ]),
  );
}

function bodyOf(name: RouteName): Schema | undefined {
  return Object.hasOwn(BODIES, name) ? BODIES[name as keyof typeof BODIES] : undefined;
}

function answer<Name extends RouteName>(
  api: Api,
  { name, status }: { readonly name: Name; readonly status: 200 | 201 },
  run: Run<Name>,
): void {
  const { method, path, reach }: Route = ROUTES[name];
  const schema = bodyOf(name);
  const guards = CONFIRMED.has(name) ? [...GUARDS[reach], confirmedOnly] : GUARDS[reach];
  api.on(method, [path], ...guards, async (c) => {
    const params = readParams(c, path);
    const body: unknown = schema ? await readBody(c, schema) : undefined;
    const { person, session, noteAct } = (c as unknown as Context<SignedIn>).var;
    const call = { ...params, body, person, session, context: c };
    // What the contract says of the route was checked above; only the pairing is known here.
    const reply = await run(call as unknown as Call<Routes[Name]>);
    if (isAct(name)) {
      const aboutId = typeof params['id'] === 'string' ? params['id'] : null;
      await noteAct?.({ act: name, personId: person?.id ?? null, aboutId });
    }
    return reply === undefined ? c.body(null, 204) : c.json(reply as object, status);
  });
}
