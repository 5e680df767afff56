// npm run load [URL]: so many students at once against a demo studio that runs; prints how long they waited.
// The studio gets made-up students for it; start one in a data folder of its own: HARVU_DATA=/tmp/load npm start
import { randomUUID } from 'node:crypto';
import { performance } from 'node:perf_hooks';
import { setTimeout as wait } from 'node:timers/promises';

const BASE = process.argv[2] ?? 'http://localhost:4600';
const STUDENTS = Number(process.env.STUDENTS ?? 500);
const SECONDS = Number(process.env.SECONDS ?? 60);
const EVERY_MS = 6000;
const PASSWORD = 'lantern-night';
const SONG_COUNT = 3;

const waits = { read: [], try: [], signIn: [] };
let errors = 0;
const why = new Map();

function failed(reason) {
  errors += 1;
  why.set(reason, (why.get(reason) ?? 0) + 1);
}

async function ask(path, { cookie = '', body, kind, method = body ? 'POST' : 'GET' } = {}) {
  const start = performance.now();
  try {
    const answer = await fetch(`${BASE}/api${path}`, {
      method,
      headers: { 'content-type': 'application/json', 'accept-encoding': 'gzip', cookie },
      ...(body && { body: JSON.stringify(body) }),
    });
    const text = await answer.text();
    if (kind) waits[kind].push(performance.now() - start);
    if (!answer.ok && kind) failed(`${answer.status} ${path.replace(/[0-9a-f-]{36}/g, ':id')}`);
    return {
      status: answer.status,
      body: text && answer.headers.get('content-type')?.includes('json') ? JSON.parse(text) : null,
      cookie: answer.headers
        .getSetCookie()
        .map((one) => one.split(';')[0])
        .join('; '),
    };
  } catch (error) {
    if (kind) failed(String(error.cause?.code ?? error.message));
    return { status: 0, body: null, cookie: '' };
  }
}

/** Asked again where the server says that it is busy. */
async function signIn(signInName) {
  for (;;) {
    const answer = await ask('/sign-in', { body: { signInName, password: PASSWORD } });
    if (answer.status === 200) return answer.cookie;
    if (answer.status !== 503 && answer.status !== 429)
      throw new Error(`${signInName}: ${answer.status}`);
    await wait(500 + Math.random() * 1500);
  }
}

async function inTurns(many, atOnce, work) {
  const rest = [...many];
  const results = [];
  await Promise.all(
    Array.from({ length: atOnce }, async () => {
      while (rest.length > 0) results.push(await work(rest.shift()));
    }),
  );
  return results;
}

function share(list, part) {
  const sorted = [...list].sort((a, b) => a - b);
  return Math.round(sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] ?? 0);
}

async function makeStudents(cookie) {
  const names = Array.from({ length: STUDENTS }, (_, i) => `load${i}`);
  const known = new Map(
    (await ask('/people', { cookie })).body.map((one) => [one.signInName, one.id]),
  );
  const songs = (await ask('/songs', { cookie })).body;
  const ids = await inTurns(names, 4, async (signInName) => {
    if (known.has(signInName)) return known.get(signInName);
    const person = { name: signInName, signInName, password: PASSWORD, role: 'student' };
    const minor = { isMinor: false, guardian: '', guardianConsentOn: null };
    return (await ask('/people', { cookie, body: { ...person, ...minor } })).body.id;
  });
  for (const { id, revision } of songs.slice(0, SONG_COUNT))
    for (let from = 0; from < ids.length; from += 50)
      await ask(`/songs/${id}/assign`, {
        ...{
          cookie,
          body: { revision, studentIds: ids.slice(from, from + 50), despiteDoubts: true },
        },
      });
  return names;
}

function tryOf(plan) {
  const at = new Date().toISOString();
  return {
    ...{ id: randomUUID(), kind: 'try', stepId: 'grip:G', at, day: at.slice(0, 10) },
    ...{ revision: plan.revision, bpm: 60, clean: true, passes: 1, seconds: 20 },
  };
}

/** What a student does in turn: looks at the week, opens a song, asks for news, sends a try. */
async function act(cookie, plans, turn) {
  const plan = plans[turn % Math.max(1, plans.length)];
  if (!plan) return ask('/overview', { cookie, kind: 'read' });
  const kind = 'read';
  if (turn % 4 === 0) return ask('/overview', { cookie, kind });
  if (turn % 4 === 1) return ask(`/plans/${plan.id}`, { cookie, kind });
  if (turn % 4 === 2) return ask(`/plans/${plan.id}/after/0`, { cookie, kind });
  return ask(`/plans/${plan.id}/events`, { cookie, kind: 'try', body: { events: [tryOf(plan)] } });
}

async function student(cookie, until) {
  await wait(Math.random() * EVERY_MS);
  const plans = (await ask('/plans', { cookie, kind: 'read' })).body ?? [];
  for (let turn = 0; performance.now() < until; turn += 1) {
    const start = performance.now();
    await act(cookie, plans, turn);
    await wait(Math.max(0, EVERY_MS - (performance.now() - start)));
  }
}

const owner = await signIn('ilse');
const names = await makeStudents(owner);
console.log(`${names.length} students with ${SONG_COUNT} songs each; signing in ...`);
const cookies = await inTurns(names, 20, signIn);
console.log('all signed in; each does something every 6 s');
const until = performance.now() + SECONDS * 1000;
await Promise.all(cookies.map((cookie) => student(cookie, until)));
for (const kind of ['read', 'try']) {
  const list = waits[kind];
  console.log(
    `${kind}: ${list.length} requests, p50 ${share(list, 0.5)} ms, p95 ${share(list, 0.95)} ms, longest ${share(list, 1)} ms`,
  );
}
console.log(
  `${errors} errors ${[...why].map(([reason, count]) => `${reason} (${count})`).join(', ')}`,
);
