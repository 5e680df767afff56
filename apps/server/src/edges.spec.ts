import type { Problem, Song } from '@harvu/contract';
import { PASSWORD, SET_UP_CODE, TestStudio, type Visitor } from '../testing/test-studio';

const WISH = { title: 'Pebble Road', playedBy: '', why: '', wantedBy: null };

describe('bad input', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram' });
  });
  afterAll(() => studio.close());

  const bodies: readonly (readonly [what: string, body: unknown, field: string])[] = [
    ['a field too many', { ...WISH, extra: 1 }, 'extra'],
    ['a field too few', { playedBy: '', why: '', wantedBy: null }, 'title'],
    ['a number for words', { ...WISH, title: 7 }, 'title'],
    ['blank words', { ...WISH, title: '   ' }, 'title'],
    ['words without end', { ...WISH, why: 'x'.repeat(501) }, 'why'],
    ['a day that does not exist', { ...WISH, wantedBy: '2026-02-30' }, 'wantedBy'],
    ['a list', [WISH], ''],
    ['nothing', null, ''],
  ];
  bodies.forEach(([what, body, field]) => {
    it(`such as ${what} is answered with the field and a remedy, and changes nothing`, async () => {
      const before = await studio.everything();
      const answer = await bram.send('POST', '/api/requests', body);
      expect(answer.status).toBe(400);
      expect(answer.headers.get('content-type')).toContain('application/problem+json');
      expect(answer.body.field).toBe(field);
      expect(answer.body.remedy.length).toBeGreaterThan(0);
      expect(await studio.everything()).toBe(before);
    });
  });

  it('such as what is no JSON is told', async () => {
    const answer = await studio.request<Problem>('POST', '/api/sign-in', { text: '{"signIn' });
    expect([answer.status, answer.body.title]).toEqual([400, 'The request is not JSON.']);
  });

  it('such as a body over 1 MB is refused unread', async () => {
    const text = JSON.stringify({ signInName: 'x'.repeat(1_100_000), password: '' });
    const answer = await studio.request<Problem>('POST', '/api/sign-in', { text });
    expect([answer.status, answer.body.title]).toEqual([400, 'The request is larger than 1 MB.']);
  });

  it('such as a change asked for by another site’s page is refused', async () => {
    for (const headers of [{ origin: 'https://evil.test' }, { 'sec-fetch-site': 'cross-site' }]) {
      const body = { signInName: 'ilse', password: 'lantern-night' };
      const answer = await studio.request('POST', '/api/sign-in', { body, headers });
      expect(answer.status).withContext(JSON.stringify(headers)).toBe(403);
    }
    const own = { origin: 'http://studio.test' };
    const body = { signInName: 'ilse', password: 'lantern-night' };
    expect((await studio.request('POST', '/api/sign-in', { body, headers: own })).status).toBe(200);
  });

  it('such as a body that does not say it is JSON is refused', async () => {
    const body = { signInName: 'ilse', password: PASSWORD };
    const headers = { 'content-type': 'text/plain' };
    const answer = await studio.request<Problem>('POST', '/api/sign-in', { body, headers });
    expect([answer.status, answer.body.code]).toEqual([415, 'unsupported']);
  });

  it('such as two hundred thousand brackets is refused, open or closed', async () => {
    for (const text of ['['.repeat(200_000), `${'['.repeat(100_000)}${']'.repeat(100_000)}`]) {
      const answer = await studio.request<Problem>('POST', '/api/sign-in', { text });
      expect([answer.status, answer.body.title]).toEqual([400, 'The request is not JSON.']);
    }
  });

  it('such as half a letter in a name is told at the name', async () => {
    const text = JSON.stringify(WISH).replace('Pebble Road', 'Pebble \\ud83d Road');
    const answer = await bram.send('POST', '/api/requests', JSON.parse(text));
    expect([answer.status, answer.body.field]).toEqual([400, 'title']);
    const whole = { ...WISH, title: 'Pebble 🎸 Road' };
    expect((await bram.send('POST', '/api/requests', whole)).status).toBe(201);
  });

  it('such as a host that is not the studio’s is refused', async () => {
    const headers = { host: 'evil.test' };
    const answer = await studio.request<Problem>('GET', '/api/studio', { headers });
    expect([answer.status, answer.body.remedy]).toEqual([
      400,
      jasmine.stringContaining('HARVU_HOSTS'),
    ]);
    expect((await studio.request('GET', '/api/studio')).status).toBe(200);
  });

  it('such as a word that every object knows is a word like any other', async () => {
    const song = await owner.send<Song>('POST', '/api/songs', { title: 'A', playedBy: '' });
    for (const word of ['__proto__', 'constructor', 'toString', 'valueOf', 'hasOwnProperty']) {
      for (const query of [
        `paper=${word}`,
        `${word}=a4`,
        `paper=a4&${word}=1`,
        `paper[${word}]=1`,
      ]) {
        const path = `/api/songs/${song.body.id}/sheet.pdf?${query}`;
        expect((await owner.get(path)).status)
          .withContext(query)
          .toBe(400);
      }
      for (const body of [{ kind: word }, { [word]: 1 }, { events: [{ kind: word }] }])
        expect((await owner.send('PUT', '/api/constants', body)).status).toBe(400);
    }
    expect((await owner.get(`/api/songs/${song.body.id}/sheet.pdf?paper=letter`)).status).toBe(200);
    expect((await studio.request('GET', '/api/health')).status).toBe(200);
    expect((await studio.signIn('ilse')).person.name).toBe('Ilse');
    expect(Object.keys(Object.prototype)).toEqual([]);
  });

  it('such as an address that is none is answered as a problem', async () => {
    const answer = await owner.get<Problem>('/api/nothing-here');
    expect([answer.status, answer.body.code]).toEqual([404, 'not-found']);
  });

  it('never shows what went wrong inside', async () => {
    const broken = await TestStudio.open();
    await broken.sequelize.query('DROP TABLE requests');
    await broken.request('POST', '/api/studio/set-up', {
      body: {
        studioName: 'S',
        name: 'A',
        signInName: 'ilse',
        password: PASSWORD,
        code: SET_UP_CODE,
      },
    });
    const visitor = await broken.signIn('ilse');
    const answer = await visitor.get<Problem>('/api/requests');
    expect([answer.status, answer.body.code]).toEqual([500, 'failure']);
    expect(JSON.stringify(answer.body)).not.toContain('requests');
    expect(broken.failures.length).toBe(1);
    await broken.close();
  });
});
