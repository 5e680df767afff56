import type { PlanSummary, Problem, Restored, Song } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { createHash } from 'node:crypto';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { QueryTypes } from 'sequelize';
import { SET_UP_CODE, TestStudio, type Visitor } from '../../../testing/test-studio';
import { STUDIO_TABLES } from './archive-tables.data';

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const HERE_ONLY = [
  'sessions',
  'attempts',
  'heartbeat',
  'plan_overviews',
  'migrations',
  ...['running_days', 'clock_seen', 'erasures'],
];
/** What a restored studio sets up anew. */
const FACTOR = ['second_factor', 'second_factor_step', 'recovery_codes'];

/** Values that fit a column, and with which a studio cannot be worked with. */
const BAD_VALUES: readonly (readonly [table: string, from: RegExp, to: string, why: RegExp])[] = [
  ['people', /"role":"owner"/, '"role":"teacher"', /no owner who could sign in/],
  [
    'people',
    /"password_hash":"[^"]*"/,
    '"password_hash":"$argon2id$v=19$m=4194304,t=9,p=1$c2FsdHNhbHQ$aGFzaGhhc2hoYXNoaGFzaA"',
    /cannot be worked with/,
  ],
  ['studio', /"time_zone":"[^"]*"/, '"time_zone":"Mars/Olympus"', /time_zone/],
  ['studio', /"idle_minutes":\d+/, '"idle_minutes":0', /idle_minutes/],
  ['studio', /"idle_minutes":\d+/, '"idle_minutes":2000000000', /idle_minutes/],
  ['studio', /"constants":[^,]*/, '"constants":{"blockMinutes":1e300}', /constants/],
  ['lessons', /"time":"[^"]*"/, '"time":"99:99"', /lessons, row 1: time/],
  ['plans', /"figures":\{/, '"figures":{"more":1,', /plans, row 1: figures/],
];

type Row = Readonly<Record<string, unknown>>;

/** Every row of every table, with JSON as what it says. */
async function everything(studio: TestStudio): Promise<Readonly<Record<string, readonly Row[]>>> {
  const names = await studio.sequelize.query<{ readonly name: string }>(
    'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()',
    { type: QueryTypes.SELECT },
  );
  const tables = names.map(({ name }) => name).filter((name) => !HERE_ONLY.includes(name));
  const found: Record<string, readonly Row[]> = {};
  for (const table of tables.sort()) {
    const rows = await studio.sequelize.query<Row>(`SELECT * FROM ${table} ORDER BY 1, 2`, {
      type: QueryTypes.SELECT,
    });
    found[table] = rows.map((row) =>
      Object.fromEntries(Object.entries(row).filter(([name]) => !FACTOR.includes(name))),
    );
  }
  return found;
}

/** The export with one of its files changed, and its list as if nothing had been. */
function changed(zip: Uint8Array, name: string, change: (text: string) => string) {
  const files = unzipSync(zip);
  const bytes = strToU8(change(strFromU8(files[name] ?? new Uint8Array())));
  const manifest = JSON.parse(strFromU8(files['manifest.json'] ?? new Uint8Array())) as {
    files: { name: string; sha256: string }[];
  };
  for (const one of manifest.files) if (one.name === name) one.sha256 = sha256(bytes);
  const next = { ...files, [name]: bytes, 'manifest.json': strToU8(JSON.stringify(manifest)) };
  return new Uint8Array(zipSync(next));
}

describe('a studio given out', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let odalys: Visitor;
  let bram: Visitor;
  let teacher: Visitor;
  const others: TestStudio[] = [];

  async function empty(): Promise<TestStudio> {
    const other = await TestStudio.open();
    others.push(other);
    return other;
  }
  const restore = (other: TestStudio, bytes: Uint8Array, code = SET_UP_CODE) =>
    other.request<Restored & Problem>('POST', '/api/studio/restore', {
      ...{ bytes: new Uint8Array(bytes), headers: { 'x-set-up-code': code } },
    });

  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    odalys = await studio.add(owner, {
      ...{ signInName: 'odalys', name: '=Odalys "O" Łódź', isMinor: true },
      ...{ guardian: 'Guardian', guardianConsentOn: '2026-11-01' },
    });
    bram = await studio.add(owner, { signInName: 'bram', name: 'Bram Otherwise' });
    teacher = await studio.add(owner, { signInName: 'tove', role: 'teacher' });
    const song = await owner.send<Song>('POST', '/api/songs', { title: 'Pebble', playedBy: '' });
    const path = `/api/songs/${song.body.id}`;
    const document = readChart('tempo: 92\n[A]\n| G | D |').song;
    await owner.send('PUT', path, { baseRevision: 1, document });
    const studentIds = [odalys.person.id, bram.person.id];
    await owner.send('POST', `${path}/assign`, { revision: 2, studentIds });
    for (const [at, who] of [odalys, bram].entries()) {
      const [plan] = (await who.get<readonly PlanSummary[]>('/api/plans')).body;
      const happened = {
        ...{ id: `6f1c1f0e-3f1c-4b52-9c43-0c0b5b1d2a7${at}`, day: '2026-11-24', revision: 2 },
        at: '2026-11-24T15:59:00.123Z',
      };
      const note = {
        ...happened,
        kind: 'note',
        stepId: null,
        words: `${who.person.name}: my hand`,
      };
      await who.send('POST', `/api/plans/${plan?.id ?? ''}/events`, { events: [note] });
      const wish = { title: `${who.person.name}'s wish`, playedBy: '', why: '', wantedBy: null };
      await who.send('POST', '/api/requests', wish);
    }
    const lesson = {
      ...{ studentId: odalys.person.id, teacherId: null, slotDay: null, day: '2026-11-24' },
      ...{ time: '16:30', minutes: 30, state: 'held', notes: null },
    };
    await owner.send('PUT', '/api/lessons/c0ffee00-3f1c-4b52-9c43-0c0b5b1d2a77', {
      ...{ baseVersion: 0, tells: true, lesson },
    });
    await owner.send('PUT', '/api/evening', {
      baseVersion: 0,
      programme: { title: 'Lanterns', day: '2026-12-12', planIds: [] },
    });
  });
  afterAll(async () => {
    for (const one of [studio, ...others]) await one.close();
  });

  it('names every table and column there is, but those that only this server can use', async () => {
    const rows = await studio.sequelize.query<{ readonly t: string; readonly c: string }>(
      'SELECT table_name AS t, column_name AS c FROM information_schema.columns WHERE table_schema = DATABASE()',
      { type: QueryTypes.SELECT },
    );
    const there = rows
      .filter(({ t, c }) => !HERE_ONLY.includes(t) && !FACTOR.includes(c))
      .map(({ t, c }) => `${t}.${c}`);
    const named = STUDIO_TABLES.flatMap(({ name, columns }) =>
      columns.map((one) => `${name}.${one.name}`),
    );
    expect(named.sort()).toEqual(there.sort());
  });

  it('is the same studio where it is brought back: every row, and everybody signs in', async () => {
    const before = await everything(studio);
    const { status, bytes, headers } = await studio.fileOf(owner, '/api/studio/export.zip');
    expect(status).toBe(200);
    expect(headers.get('content-disposition')).toContain('test-yard-2026-11-24.zip');
    const other = await empty();
    const { status: made, body } = await restore(other, bytes);
    expect(made).toBe(201);
    expect(body).toEqual(
      jasmine.objectContaining({ studioName: 'Test Yard', people: 4, songs: 1 }),
    );
    const after = await everything(other);
    expect(Object.keys(after)).toEqual(Object.keys(before));
    for (const [table, rows] of Object.entries(before))
      expect(after[table]).withContext(table).toEqual(rows);
    expect(before['events']?.length).toBe(2);
    expect(before['mails']?.length).toBe(2);
    const again = await other.signIn('odalys');
    expect((await again.get<readonly PlanSummary[]>('/api/plans')).body.length).toBe(1);
    const back = await other.signIn('ilse');
    const twice = unzipSync((await other.fileOf(back, '/api/studio/export.zip')).bytes);
    const once = unzipSync(bytes);
    for (const table of STUDIO_TABLES.filter(({ name }) => name !== 'acts')) {
      const name = `data/${table.name}.json`;
      expect(strFromU8(twice[name] ?? new Uint8Array()))
        .withContext(name)
        .toBe(strFromU8(once[name] ?? new Uint8Array()));
    }
  });

  it('is restored whole or not at all, and says why not', async () => {
    const { bytes } = await studio.fileOf(owner, '/api/studio/export.zip');
    const other = await empty();
    const before = await everything(other);
    const people = 'data/people.json';
    const spoilt: readonly (readonly [zip: Uint8Array, why: RegExp])[] = [
      [strToU8('no'), /no zip file/],
      [bytes.slice(0, 900), /damaged/],
      [
        changed(bytes, people, (text) => text.replace('"student"', '"queen"')),
        /people, row \d: role/,
      ],
      [
        changed(bytes, people, (text) => text.replace('"is_minor":true', '"is_minor":7')),
        /is_minor/,
      ],
      [
        changed(bytes, 'data/events.json', (text) => text.replace('"words":', '"wurds":')),
        /events, row 1/,
      ],
      [
        changed(bytes, 'data/song_revisions.json', (text) =>
          text.replace('"sections":', '"parts":'),
        ),
        /song_revisions, row/,
      ],
      [changed(bytes, 'data/songs.json', () => '[]'), /do not fit each other/],
      [changed(bytes, 'data/studio.json', () => '[]'), /no studio in it/],
      ...BAD_VALUES.map(
        ([table, from, to, why]) =>
          [changed(bytes, `data/${table}.json`, (text) => text.replace(from, to)), why] as const,
      ),
    ];
    for (const [zip, why] of spoilt) {
      const { status, body } = await restore(other, zip);
      expect(status).withContext(`${why}`).toBe(400);
      expect(body.title).toMatch(why);
      expect(body.remedy).toContain('Nothing was restored');
      await other.sequelize.query('DELETE FROM attempts');
    }
    expect(await everything(other)).toEqual(before);
  });

  it('is brought back only with the code of this start, and only where there is none', async () => {
    const { bytes } = await studio.fileOf(owner, '/api/studio/export.zip');
    const other = await empty();
    expect((await restore(other, bytes, '1')).status).toBe(400);
    expect((await everything(other))['people']).toEqual([]);
    const before = await everything(studio);
    expect((await restore(studio, bytes)).status).toBe(409);
    expect(await everything(studio)).toEqual(before);
  });

  it('is given to an owner alone, and written down', async () => {
    for (const who of [teacher, odalys])
      for (const path of ['studio/export.zip', `people/${bram.person.id}/export.zip`])
        expect((await studio.fileOf(who, `/api/${path}`)).status).toBe(403);
    await studio.fileOf(owner, '/api/studio/export.zip');
    const [last] = (await owner.get<readonly { readonly act: string }[]>('/api/acts')).body;
    expect(last?.act).toBe('exportStudio');
  });

  it('gives out all that is kept of one person, of nobody else, and no hash', async () => {
    const path = `/api/people/${odalys.person.id}/export.zip`;
    const files = unzipSync((await studio.fileOf(owner, path)).bytes);
    const texts = Object.values(files).map((one) => strFromU8(one));
    const rows = (table: string) =>
      JSON.parse(strFromU8(files[`data/${table}.json`] ?? new Uint8Array())) as readonly Row[];
    const counts = ['people', 'consents', 'requests', 'plans', 'events', 'lessons', 'sessions'];
    expect(counts.map((table) => rows(table).length)).toEqual([1, 1, 1, 1, 1, 1, 1]);
    expect(rows('events')[0]?.['body']).toEqual({
      ...{ stepId: null, words: '=Odalys "O" Łódź: my hand' },
    });
    expect(texts.join('')).not.toMatch(/quick:|Bram Otherwise/);
    expect(strFromU8(files['csv/people.csv'] ?? new Uint8Array())).toContain(`'=Odalys`);
    expect((await studio.fileOf(owner, '/api/people/none/export.zip')).status).toBe(404);
  });

  it('asks for the password once more when it was given long ago', async () => {
    const { now } = studio;
    studio.now = new Date(now.getTime() + 30 * 60_000);
    expect((await studio.fileOf(owner, '/api/studio/export.zip')).status).toBe(403);
    studio.now = now;
  });
});
