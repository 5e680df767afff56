import type { NewPerson, Person, Problem } from '@harvu/contract';
import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { createApp } from '../src/app';
import { createStores, type AppDeps, type Stores } from '../src/services';
import { openDatabase } from '../src/platform/database';
import { migrate } from '../src/platform/migrate';
import { atOnce } from '../src/platform/work';
import * as longTasks from '../src/worker';
import type { Passwords } from '../src/platform/passwords';

export const PASSWORD = 'lantern-night';
export const SET_UP_CODE = '12345678';
/** Accounts that only a studio in demo mode may offer at its door. */
export const OFFERED = [
  { signInName: 'demo', name: 'Demo', role: 'student', password: PASSWORD },
] as const;
const OWNER = {
  studioName: 'Test Yard',
  name: 'Ilse',
  signInName: 'ilse',
  password: PASSWORD,
  code: SET_UP_CODE,
};

/** What a request was answered with. */
export interface Answer<T = unknown> {
  readonly status: number;
  readonly body: T;
  readonly headers: Headers;
}

/** A page that looks on. */
export interface LiveStream {
  readonly type: string;
  readonly next: () => Promise<string>;
  readonly close: () => Promise<void>;
}

/** Somebody's own way to the server: what they send carries their cookie. */
export interface Visitor {
  readonly person: Person;
  readonly cookie: string;
  readonly get: <T = unknown>(path: string) => Promise<Answer<T>>;
  readonly send: <T = Problem>(method: string, path: string, body?: unknown) => Promise<Answer<T>>;
}

interface Manner {
  /** As behind TLS. */
  readonly isSecure?: boolean;
  /** A database without any table. */
  readonly isEmpty?: boolean;
}

/** A server of its own on a database of its own, with a clock that stands where it is put. */
export class TestStudio {
  now = new Date('2026-11-24T16:00:00.000Z');
  readonly failures: unknown[] = [];
  readonly passwords = quickPasswords();
  readonly deps: AppDeps;
  /** Another one takes its place where a server is started anew. */
  app: ReturnType<typeof createApp>;

  /** The name of its database. */
  readonly database: string;

  private constructor(
    /** Where its database is. */
    readonly url: string,
    readonly sequelize: ReturnType<typeof openDatabase>,
    { isSecure = false }: Manner,
  ) {
    this.database = new URL(url).pathname.slice(1);
    this.deps = {
      sequelize,
      clock: { now: () => this.now, newId: () => randomUUID() },
      passwords: this.passwords,
      hosts: ['studio.test'],
      door: { isSecure, addressOf: (c) => c.req.header('x-test-address') ?? '' },
      work: atOnce(longTasks),
      setUpCode: SET_UP_CODE,
      demoAccounts: OFFERED,
      timeZone: 'UTC',
      patience: { waitMs: 300, lookMs: 20, breathMs: 200 },
      onFailure: (error) => this.failures.push(error),
    };
    this.app = createApp(this.deps);
  }

  static async open({ isEmpty = false, ...manner }: Manner = {}): Promise<TestStudio> {
    const database = `harvu_${randomUUID().slice(0, 8)}`;
    const root = openDatabase(serverUrl());
    await root.query(`CREATE DATABASE ${database}`);
    await root.close();
    const url = new URL(serverUrl());
    url.pathname = `/${database}`;
    const sequelize = openDatabase(url.href);
    if (!isEmpty) await migrate(sequelize);
    return new TestStudio(url.href, sequelize, manner);
  }

  /** A studio with its owner, signed in. */
  static async withOwner(): Promise<{ readonly studio: TestStudio; readonly owner: Visitor }> {
    const studio = await TestStudio.open();
    await studio.setUp();
    return { studio, owner: await studio.signIn(OWNER.signInName) };
  }

  /** A file as somebody is given it. */
  async fileOf(
    who: Visitor,
    path: string,
  ): Promise<{
    readonly status: number;
    readonly bytes: Uint8Array<ArrayBuffer>;
    readonly headers: Headers;
  }> {
    const headers = { host: 'studio.test', cookie: who.cookie };
    const response = await this.app.request(`http://studio.test${path}`, { headers });
    const bytes = new Uint8Array(await response.arrayBuffer());
    return { status: response.status, bytes, headers: response.headers };
  }

  async setUp(): Promise<void> {
    await this.request('POST', '/api/studio/set-up', { body: OWNER });
  }

  get stores(): Stores {
    return createStores(this.sequelize);
  }

  async close(): Promise<void> {
    await this.sequelize.query(`DROP DATABASE ${this.database}`);
    await this.sequelize.close();
  }

  async request<T = unknown>(
    method: string,
    path: string,
    { body, text, bytes, headers = {} }: RequestParts = {},
  ): Promise<Answer<T>> {
    const content = bytes ?? text ?? (body === undefined ? undefined : JSON.stringify(body));
    const response = await this.app.request(`http://studio.test${path}`, {
      method,
      headers: { host: 'studio.test', 'content-type': 'application/json', ...headers },
      ...(content !== undefined && { body: content }),
    });
    const answer = await response.text();
    const isJson = (response.headers.get('content-type') ?? '').includes('json');
    const value: unknown = isJson ? JSON.parse(answer) : answer;
    return { status: response.status, body: value as T, headers: response.headers };
  }

  /** Opens a page that is told what happens; what it is told, piece by piece. */
  async look(who: Visitor, lastEventId?: string): Promise<LiveStream> {
    const response = await this.app.request('http://studio.test/api/live', {
      headers: {
        host: 'studio.test',
        cookie: who.cookie,
        ...(lastEventId !== undefined && { 'last-event-id': lastEventId }),
      },
    });
    const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
    if (!reader) throw new Error('nothing is told');
    return {
      type: response.headers.get('content-type') ?? '',
      next: async () => (await reader.read()).value ?? '',
      close: () => reader.cancel(),
    };
  }

  async signIn(signInName: string, password = PASSWORD): Promise<Visitor> {
    const answer = await this.request<Person>('POST', '/api/sign-in', {
      body: { signInName, password },
    });
    if (answer.status !== 200) throw new Error(`${signInName} cannot sign in: ${answer.status}`);
    const headers = { cookie: cookiesIn(answer) };
    return {
      cookie: headers.cookie,
      person: answer.body,
      get: (path) => this.request('GET', path, { headers }),
      send: (method, path, body) => this.request(method, path, { body, headers }),
    };
  }

  /** Adds somebody through the owner, and signs them in. */
  async add(owner: Visitor, person: Partial<NewPerson> & { signInName: string }): Promise<Visitor> {
    const whole = { ...STUDENT, name: person.signInName, ...person };
    await owner.send('POST', '/api/me/confirm', { password: PASSWORD });
    const answer = await owner.send('POST', '/api/people', whole);
    if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
    return this.signIn(person.signInName);
  }

  /** Everything every table holds, to prove that a refused request changed nothing. */
  async everything(): Promise<string> {
    const tables = [
      ...['studio', 'people', 'songs', 'song_revisions', 'requests', 'plans', 'events'],
      ...['student_profiles', 'song_teaching', 'consents', 'lessons', 'mails', 'calendars'],
    ];
    const rows = await Promise.all(
      tables.map((table) =>
        this.sequelize.query(`SELECT * FROM ${table} ORDER BY 1, 2`, { type: QueryTypes.SELECT }),
      ),
    );
    return JSON.stringify(rows);
  }
}

/** What a browser would send from now on. */
export function cookiesIn({ headers }: Answer): string {
  return headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
}

/** As quick as a test wants it, and still one way only in the sense that matters here; counts how often it is asked. */
function quickPasswords(): Passwords & { checks: number } {
  return {
    checks: 0,
    toHash: (password) => Promise.resolve(`quick:${password}`),
    isRight(password, hashed) {
      this.checks += 1;
      return Promise.resolve(hashed === `quick:${password}`);
    },
    isOwn: (hashed) => hashed.startsWith('quick:'),
  };
}

function serverUrl(): string {
  const url = process.env['TEST_DATABASE_URL'];
  if (!url) throw new Error('TEST_DATABASE_URL is not set: run these tests through npm test.');
  return url;
}

interface RequestParts {
  readonly body?: unknown;
  /** Sent as it is, where it is not JSON. */
  readonly text?: string;
  readonly bytes?: Uint8Array<ArrayBuffer>;
  readonly headers?: Readonly<Record<string, string>>;
}

const STUDENT = {
  password: PASSWORD,
  role: 'student',
  isMinor: false,
  guardian: '',
  guardianConsentOn: null,
} as const;
