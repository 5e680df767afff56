import type { Context } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import { createMiddleware } from 'hono/factory';
import type { Act, SignedIn } from '../../platform/access';
import type { Attempts, Door } from '../../platform/attempts';
import { DomainError } from '../../platform/errors';
import { serve, serveMade, type Api } from '../../platform/routing';
import type { AccountService } from './account.service';
import type { TakeStudents } from './add-students.service';
import { deviceName } from './device-name';
import { SESSION_DAYS, type DoorService, type LetIn } from './door.service';
import type { PeopleService } from './people.service';

/** How the door tells requests apart. */
export interface DoorSettings {
  /** Behind TLS cookies are sent over TLS only, and belong to this host alone. */
  readonly isSecure: boolean;
  /** The address a request comes from. */
  readonly addressOf: (c: Context) => string;
  readonly now: () => Date;
}

const MARK_DAYS = 365;
const DAY_S = 86_400;
const HOUR_S = 3600;

/** The names and the manner of the door's cookies. */
export function cookiesOf({ isSecure }: Pick<DoorSettings, 'isSecure'>) {
  const prefix = isSecure ? '__Host-' : '';
  return {
    session: `${prefix}harvu_session`,
    mark: `${prefix}harvu_mark`,
    manner: { httpOnly: true, sameSite: 'Lax', path: '/', secure: isSecure },
  } as const;
}

/** Finds out who sends each request, from the session cookie. */
export function recognise(service: DoorService, settings: DoorSettings) {
  const names = cookiesOf(settings);
  return createMiddleware<SignedIn>(async (c, next) => {
    const token = getCookie(c, names.session);
    const found = token ? await service.recognise(token) : undefined;
    c.set('person', found?.person);
    c.set(
      'session',
      found && { id: found.sessionId, confirmedAt: found.confirmedAt, seenAt: settings.now() },
    );
    await next();
  });
}

interface PeopleServices {
  readonly door: DoorService;
  readonly account: AccountService;
  readonly people: PeopleService;
  readonly addStudents: TakeStudents;
  readonly noteAct: (act: Act) => Promise<void>;
  readonly attempts: Attempts;
}

const done = async (work: Promise<unknown>): Promise<undefined> => {
  await work;
  return undefined;
};

/** Routes of the door, of one's own account, and of the people of the studio. */
export function servePeople(api: Api, services: PeopleServices, settings: DoorSettings): void {
  const { people } = services;
  serveDoor(api, services, settings);
  serveAccount(api, services);
  serve(api, 'people', () => people.list());
  serveMade(api, 'addPerson', ({ body, person }) => people.add(body, person));
  serveMade(api, 'addStudents', ({ body, person }) => services.addStudents(body, person));
  serve(api, 'resetPassword', ({ id, body }) => done(people.resetPassword(id, body.password)));
  serve(api, 'recordConsent', ({ id, body, person }) =>
    done(people.recordConsent(id, body, person)),
  );
  serve(api, 'consents', ({ id }) => people.consentsOf(id));
  serve(api, 'changeRole', ({ id, body }) => done(people.changeRole(id, body.role)));
  serve(api, 'putAway', ({ id }) => done(people.putAway(id)));
  serve(api, 'takeBack', ({ id }) => done(people.takeBack(id)));
}

function serveDoor(
  api: Api,
  { door, noteAct, attempts }: PeopleServices,
  settings: DoorSettings,
): void {
  const { session, mark, manner } = cookiesOf(settings);
  const keep = (c: Context, letIn: LetIn): void => {
    setCookie(c, session, letIn.token, { ...manner, maxAge: SESSION_DAYS * DAY_S });
    setCookie(c, mark, letIn.mark, { ...manner, maxAge: MARK_DAYS * DAY_S });
  };
  const noted = async (what: Door, act: Act): Promise<void> => {
    if ((await attempts.take([what])) === 0) await noteAct(act);
  };
  serve(api, 'signIn', async ({ body, context }) => {
    const knock = {
      ...body,
      address: settings.addressOf(context),
      mark: getCookie(context, mark),
      device: deviceName(context.req.header('user-agent') ?? ''),
    };
    try {
      const letIn = await door.signIn(knock);
      keep(context, letIn);
      // However often somebody knocks, the book keeps room for what others did.
      const { id } = letIn.me;
      const act = { act: 'signIn', personId: id, aboutId: null };
      await noted({ kind: 'sign-in noted', of: id, most: 4, seconds: HOUR_S }, act);
      return letIn.me;
    } catch (error) {
      // Who was refused is not written down: what was typed may be anything.
      if (error instanceof DomainError && error.problem.status === 429)
        await noted(
          { kind: 'held off noted', of: '', most: 2, seconds: HOUR_S },
          { act: 'signInHeldOff', personId: null, aboutId: null },
        );
      throw error;
    }
  });
  serve(api, 'signOut', async ({ context }) => {
    const token = getCookie(context, session);
    if (token) await door.signOut(token);
    deleteCookie(context, session, manner);
    return undefined;
  });
}

function serveAccount(api: Api, { account }: PeopleServices): void {
  serve(api, 'me', async ({ person }) => (person ? account.me(person) : null));
  serve(api, 'saveConventions', ({ person, body }) => account.saveConventions(person, body));
  serve(api, 'changePassword', ({ person, body, session }) =>
    done(account.changePassword(person, body, session.id)),
  );
  serve(api, 'confirm', ({ person, body, session }) =>
    done(account.confirm(person, body.password, session.id)),
  );
  serve(api, 'sessions', ({ person, session }) => account.sessionsOf(person, session.id));
  serve(api, 'endSession', ({ person, id }) => done(account.endSession(person, id)));
  serve(api, 'endOtherSessions', ({ person, session }) =>
    done(account.endOthers(person, session.id)),
  );
  serve(api, 'startFactor', ({ person }) => account.startFactor(person));
  serve(api, 'takeFactor', ({ person, body }) => account.takeFactor(person, body.code));
  serve(api, 'dropFactor', ({ person }) => done(account.dropFactor(person)));
}
