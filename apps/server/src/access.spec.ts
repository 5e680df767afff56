import {
  ROUTES,
  type Overview,
  type Plan,
  type PlanSummary,
  type Reach,
  type Song,
  type SongRequest,
} from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { PASSWORD, TestStudio, type Answer, type Visitor } from '../testing/test-studio';

/** Every route of the API; one that is missing here fails the first test below. */
const REACH: Readonly<Record<string, Reach>> = {
  ...Object.fromEntries(
    Object.values(ROUTES).map(({ method, path, reach }) => [`${method} ${path}`, reach]),
  ),
  'GET /calendar/:file': 'anybody',
  'GET /evening/programme.pdf': 'teaching',
  'GET /health': 'anybody',
  'GET /live': 'own',
  'GET /people/:id/export.zip': 'owner',
  'GET /plans/:id/sheet.pdf': 'own',
  'GET /plans/:id/song.pdf': 'own',
  'GET /songs/:id/sheet.pdf': 'teaching',
  'GET /songs/:id/song.pdf': 'teaching',
  'GET /students/:id/card.pdf': 'own',
  'GET /students/:id/report.pdf': 'own',
  'GET /students/:id/tries.csv': 'teaching',
  'GET /studio/export.zip': 'owner',
  'GET /tables/plans.csv': 'teaching',
  'GET /tables/students.csv': 'teaching',
  'POST /studio/restore': 'anybody',
};

/** A page that looks on is told as long as it stays. */
const isAnswered = (route: string) => route.startsWith('GET') && route !== 'GET /live';

/** A try that the server takes from whom the plan belongs to. */
const TRY = {
  ...{ id: '6f1c1f0e-3f1c-4b52-9c43-0c0b5b1d2a77', kind: 'try', stepId: 'grip:G', bpm: null },
  ...{ at: '2026-11-24T15:59:00.000Z', day: '2026-11-24', revision: 2 },
  ...{ clean: true, passes: 1, seconds: 9 },
};

describe('who reaches what', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let teacher: Visitor;
  let bram: Visitor;
  let odalys: Visitor;
  /** Ids of what is Odalys's, by the first word of the path. */
  let ids: Readonly<Record<string, string>>;

  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    teacher = await studio.add(owner, { signInName: 'teacher', role: 'teacher' });
    bram = await studio.add(owner, { signInName: 'bram' });
    odalys = await studio.add(owner, { signInName: 'odalys' });
    ids = await theirs();
  });
  afterAll(() => studio.close());

  async function theirs() {
    const song = await owner.send<Song>('POST', '/api/songs', { title: 'A song', playedBy: '' });
    const songId = song.body.id;
    const document = readChart('[A]\n| G | D |').song;
    await owner.send('PUT', `/api/songs/${songId}`, { baseRevision: 1, document });
    const given = { revision: 2, studentIds: [odalys.person.id] };
    await owner.send('POST', `/api/songs/${songId}/assign`, given);
    const [plan] = (await odalys.get<readonly PlanSummary[]>('/api/plans')).body;
    const wish = { title: 'A wish', playedBy: '', why: '', wantedBy: null };
    const request = await odalys.send<SongRequest>('POST', '/api/requests', wish);
    const planned = { id: 'c0ffee00-3f1c-4b52-9c43-0c0b5b1d2a77' };
    await owner.send('PUT', `/api/lessons/${planned.id}`, {
      ...{ baseVersion: 0, tells: false },
      lesson: {
        ...{ studentId: odalys.person.id, teacherId: null, slotDay: null, day: '2026-11-26' },
        ...{ time: '16:30', minutes: 30, state: 'planned', notes: null },
      },
    });
    return {
      ...{ songs: songId, plans: plan?.id ?? '', requests: request.body.id },
      ...{ people: odalys.person.id, students: odalys.person.id, lessons: planned.id },
    };
  }

  const pathOf = (route: string): string => {
    const path = route.split(' ')[1] ?? '';
    const own = path.replace(':id', ids[path.split('/')[1] ?? ''] ?? '');
    return `/api${own.replace(/:(number|after)/, '1')}`;
  };
  const knock = (who: Visitor, route: string): Promise<Answer> =>
    who.send(route.split(' ')[0] ?? '', pathOf(route), route.startsWith('GET') ? undefined : {});
  const routesFor = (...reaches: readonly Reach[]) =>
    Object.keys(REACH).filter((route) => reaches.includes(REACH[route] ?? 'anybody'));

  it('is told for every route there is', () => {
    const served = studio.app.routes
      .filter(({ method, path }) => method !== 'ALL' && path.startsWith('/api'))
      .map(({ method, path }) => `${method} ${path.slice('/api'.length)}`);
    expect([...new Set(served)].sort()).toEqual(Object.keys(REACH).sort());
  });

  it('keeps everything but the door from people who are not signed in', async () => {
    for (const route of routesFor('own', 'teaching', 'owner')) {
      const [method, path] = [route.split(' ')[0] ?? '', pathOf(route)];
      const parts = method === 'GET' ? {} : { body: {} };
      const { status } = await studio.request(method, path, parts);
      expect(status).withContext(route).toBe(401);
    }
  });

  it('keeps students from what is for teachers, and teachers from what is for the owner', async () => {
    const before = await studio.everything();
    for (const route of routesFor('teaching', 'owner'))
      expect((await knock(bram, route)).status)
        .withContext(route)
        .toBe(403);
    for (const route of routesFor('owner'))
      expect((await knock(teacher, route)).status)
        .withContext(route)
        .toBe(403);
    expect(await studio.everything()).toBe(before);
  });

  it('lets teachers and the owner through to what is theirs', async () => {
    for (const route of routesFor('teaching', 'own').filter(isAnswered))
      expect((await knock(teacher, route)).status)
        .withContext(route)
        .toBe(200);
    // What takes a body is asked without one; what takes none is done.
    const bare = /GET|put-away|take-back|erase/;
    for (const route of routesFor('owner').filter((one) => !one.endsWith('/erase')))
      expect((await knock(owner, route)).status)
        .withContext(route)
        .toBe(bare.test(route) ? (route.startsWith('GET') ? 200 : 204) : 400);
    odalys = await studio.signIn('odalys');
  });

  it('shows a student their own plans and requests, and hides those of others as if there were none', async () => {
    expect((await odalys.get<Plan>(`/api/plans/${ids['plans'] ?? ''}`)).status).toBe(200);
    expect((await bram.get(`/api/plans/${ids['plans'] ?? ''}`)).status).toBe(404);
    const before = await studio.everything();
    const log = `/api/plans/${ids['plans'] ?? ''}/events`;
    expect((await bram.send('POST', log, { events: [TRY] })).status).toBe(404);
    expect(await studio.everything()).toBe(before);
    expect((await odalys.send('POST', log, { events: [TRY] })).status).toBe(200);
    expect((await odalys.get<Overview>('/api/overview')).body.songs.length).toBe(1);
    expect((await bram.get<Overview>('/api/overview')).body.songs).toEqual([]);
    expect((await bram.get(`/api/plans/${ids['plans'] ?? ''}/after/0`)).status).toBe(404);
    expect((await bram.get('/api/plans')).body).toEqual([]);
    expect((await bram.get('/api/requests')).body).toEqual([]);
    expect((await bram.get(`/api/students/${odalys.person.id}`)).status).toBe(404);
    expect((await bram.get(`/api/students/${bram.person.id}`)).status).toBe(200);
  });

  it('never answers with a password or its hash', async () => {
    const answers = await Promise.all([
      owner.get('/api/people'),
      odalys.get('/api/me'),
      studio.request('GET', '/api/studio'),
      studio.request('POST', '/api/sign-in', { body: { signInName: 'bram', password: PASSWORD } }),
    ]);
    for (const { body } of answers) expect(JSON.stringify(body)).not.toMatch(/quick:|assword/);
  });
});
