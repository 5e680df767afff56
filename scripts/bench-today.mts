// npm run bench:today: the teacher's day with 60 students and two years of tries (300,000, generated), side by side
// in one run with a bare indexed query on the same rows. Everything is made in a database of its own and thrown away.
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { NEW_PROFILE, toStudent, type Overview } from '../packages/contract/src';
import { readChart } from '../packages/core/src/chart';
import { dayAfter, type Day } from '../packages/core/src/day';
import type { TryEvent } from '../packages/core/src/events';
import { makePlan, USUAL_TEACHING } from '../packages/core/src/plan';
import { shownBy } from '../packages/core/src/progress';
import { seeded } from '../packages/core/src/random';
import { DEMO_SONGS } from '../demo/src';
import { createApp } from '../apps/server/src/app';
import { createStores } from '../apps/server/src/services';
import { checksumOf } from '../apps/server/src/features/songs';
import { openDatabase } from '../apps/server/src/platform/database';
import { migrate } from '../apps/server/src/platform/migrate';
import { atOnce } from '../apps/server/src/platform/work';
import * as longTasks from '../apps/server/src/worker';
import { startDatabase, TEST_DATABASES } from './database.mjs';

const STUDENTS = 60;
const TRIES = Number(process.env['TRIES'] ?? 300_000);
const DAYS = 730;
const TIMES = 60;
const CHUNK = 2000;
const TODAY: Day = '2026-11-27';
const NOW = new Date(`${TODAY}T14:00:00.000Z`);
const print = (line: string): void => void process.stdout.write(`${line}\n`);

function median(all: readonly number[]): number {
  return all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

const database = await startDatabase(
  fileURLToPath(new URL('../.harvu/test/database', import.meta.url)),
  TEST_DATABASES,
);
const name = `harvu_bench_${randomUUID().slice(0, 8)}`;
const root = openDatabase(database.url);
await root.query(`CREATE DATABASE ${name}`);
const url = new URL(database.url);
url.pathname = `/${name}`;
const sequelize = openDatabase(url.href);
await migrate(sequelize);
const stores = createStores(sequelize);
const plain = {
  toHash: (password: string) => Promise.resolve(password),
  isRight: (password: string, hashed: string) => Promise.resolve(password === hashed),
  isOwn: () => true,
};

const song = readChart(DEMO_SONGS[0]?.chart ?? '').song;
const student = toStudent(NEW_PROFILE, shownBy([]));
const { steps } = makePlan(song, { teaching: USUAL_TEACHING, student });
const [ownerId, songId] = [randomUUID(), randomUUID()];
const planIds: string[] = [];

/** One student's tries: each day a little further along the steps, a little faster, mostly clean. */
function history(seed: number): readonly TryEvent[] {
  const random = seeded(seed);
  const count = Math.floor(TRIES / STUDENTS);
  return Array.from({ length: count }, (_, index): TryEvent => {
    const share = index / count;
    const day = dayAfter(TODAY, Math.floor(share * DAYS) - DAYS);
    const at = steps[Math.min(steps.length - 1, Math.floor(share * steps.length + 3 * random()))];
    const rung = at?.rungs[Math.floor(random() * at.rungs.length)] ?? null;
    const minute = String(index % 60).padStart(2, '0');
    return {
      ...{ kind: 'try', id: randomUUID(), stepId: at?.id ?? '', at: `${day}T16:${minute}:00.000Z` },
      ...{
        day,
        bpm: rung,
        clean: random() < 0.7,
        passes: 1,
        seconds: 30,
        source: 'self',
        revision: 1,
      },
    };
  });
}

async function seed(): Promise<void> {
  const person = { isMinor: false, guardian: '', guardianConsentOn: null, createdAt: NOW };
  await sequelize.transaction(async (tx) => {
    await stores.studio.add({ name: 'Bench', isDemo: false, timeZone: 'UTC' }, tx);
    await stores.people.add(
      {
        ...person,
        id: ownerId,
        name: 'Owner',
        signInName: 'owner',
        role: 'owner',
        passwordHash: 'x',
      },
      tx,
    );
    const label = { id: songId, title: 'A song', playedBy: '', createdBy: ownerId, createdAt: NOW };
    await stores.songs.add(label, tx);
    const revision = { songId, number: 1, document: song, checksum: checksumOf(song) };
    await stores.songs.addRevision({ ...revision, authorId: ownerId, createdAt: NOW }, tx);
    for (let index = 0; index < STUDENTS; index += 1) {
      const id = randomUUID();
      const own = { id, name: `Student ${index}`, signInName: `s${index}`, passwordHash: 'x' };
      await stores.people.add({ ...person, ...own, role: 'student' }, tx);
      const lessonSlot = { weekday: index % 5, time: '16:00', minutes: 30 };
      const value = { ...NEW_PROFILE, lessonSlot, teacherId: ownerId };
      await stores.profiles.put(id, { baseVersion: 0, value, by: ownerId, at: NOW }, tx);
      const planId = randomUUID();
      planIds.push(planId);
      await stores.plans.put(
        {
          ...{ id: planId, studentId: id, songId, revision: 1, assignedBy: ownerId },
          ...{ assignedAt: NOW, teaching: USUAL_TEACHING, figures: { student, constants: {} } },
        },
        tx,
      );
    }
  });
  for (const [index, planId] of planIds.entries()) {
    const all = history(index + 1);
    for (let at = 0; at < all.length; at += CHUNK) {
      await stores.events.add(
        all.slice(at, at + CHUNK).map((event) => ({
          ...{ event, planId, loggedBy: ownerId, receivedAt: NOW, sentAt: null },
        })),
      );
    }
  }
}

const serverAnew = (): ReturnType<typeof createApp> =>
  createApp({
    ...{ sequelize, clock: { now: () => NOW, newId: () => randomUUID() }, passwords: plain },
    ...{ hosts: ['studio.test'], timeZone: 'UTC', demoAccounts: [], setUpCode: '' },
    door: { isSecure: false, addressOf: () => '' },
    work: atOnce(longTasks),
    onFailure: (error) => print(String(error)),
  });
let app = serverAnew();
const request = async (path: string, init: RequestInit = {}): Promise<Response> =>
  app.request(`http://studio.test${path}`, {
    ...init,
    headers: { host: 'studio.test', 'content-type': 'application/json', ...init.headers },
  });

try {
  print(`Today with ${STUDENTS} students and ${TRIES} tries`);
  print(`made in ${Math.round((await timed(seed)) / 1000)} s`);
  const signIn = { signInName: 'owner', password: 'x' };
  const answer = await request('/api/sign-in', { method: 'POST', body: JSON.stringify(signIn) });
  const cookie = answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
  const today = async (): Promise<Overview> =>
    (await (await request('/api/overview', { headers: { cookie } })).json()) as Overview;
  print(`cold, everything worked out anew: ${Math.round(await timed(today))} ms`);
  app = serverAnew();
  print(`after a restart, as it was kept: ${Math.round(await timed(today))} ms`);
  const { songs } = await today();
  if (songs.length !== STUDENTS) throw new Error(`only ${songs.length} songs are told`);
  const bare = (): Promise<unknown> =>
    sequelize.query(
      `SELECT id, (SELECT number FROM events WHERE plan_id = plans.id ORDER BY number DESC LIMIT 1)
        AS last FROM plans`,
      { type: 'SELECT' as never },
    );
  const fresh = async (): Promise<void> => {
    const event = {
      ...{ id: randomUUID(), kind: 'try', stepId: steps[0]?.id, at: NOW.toISOString(), day: TODAY },
      ...{ bpm: null, clean: true, passes: 1, seconds: 30, revision: 1 },
    };
    const planId = planIds[Math.floor(Math.random() * planIds.length)] ?? '';
    await request(`/api/plans/${planId}/events`, {
      ...{ method: 'POST', headers: { cookie }, body: JSON.stringify({ events: [event] }) },
    });
  };
  const [page, query, after]: [number[], number[], number[]] = [[], [], []];
  for (let time = 0; time < TIMES; time += 1) {
    page.push(await timed(today));
    query.push(await timed(bare));
  }
  for (let time = 0; time < TIMES / 4; time += 1) {
    await fresh();
    after.push(await timed(today));
  }
  const [pageMs, queryMs] = [median(page), median(query)];
  print(`page, median of ${TIMES}: ${pageMs.toFixed(1)} ms`);
  print(`bare indexed query on the same rows, median: ${queryMs.toFixed(1)} ms`);
  print(`ratio: ${(pageMs / queryMs).toFixed(1)}`);
  print(`page after one new try, median of ${after.length}: ${median(after).toFixed(1)} ms`);
} finally {
  await sequelize.close();
  await root.query(`DROP DATABASE ${name}`);
  await root.close();
  await database.stop();
}
