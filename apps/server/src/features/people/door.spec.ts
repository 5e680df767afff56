import type { Act, Me, Person, Problem } from '@harvu/contract';
import {
  cookiesIn,
  PASSWORD,
  TestStudio,
  type Answer,
  type Visitor,
} from '../../../testing/test-studio';

describe('the door', () => {
  let studio: TestStudio;
  let owner: Visitor;
  beforeAll(async () => ({ studio, owner } = await TestStudio.withOwner()));
  afterAll(() => studio.close());
  const later = (seconds: number): void => {
    studio.now = new Date(studio.now.getTime() + seconds * 1000);
  };
  afterEach(() => later(4000));

  const knock = (
    signInName: string,
    password: string,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<Answer<Problem>> =>
    studio.request('POST', '/api/sign-in', { body: { signInName, password }, headers });
  const statuses = (answers: readonly Answer[]) => [...new Set(answers.map((one) => one.status))];

  it('holds a name at an address off for a minute after eight wrong passwords', async () => {
    await studio.add(owner, { signInName: 'locked' });
    for (let i = 0; i < 8; i++) await knock('locked', 'wrong wrong');
    const held = await knock('locked', PASSWORD);
    expect([held.status, held.body.code]).toEqual([429, 'too-many']);
    expect(Number(held.headers.get('retry-after'))).toBeGreaterThan(0);
    later(61);
    expect((await knock('locked', PASSWORD)).status).toBe(200);
  });

  it('tries no more passwords than that when three hundred come at once, the right one among them', async () => {
    await studio.add(owner, { signInName: 'flooded' });
    const before = studio.passwords.checks;
    const answers = await Promise.all(
      Array.from({ length: 300 }, (_, i) => knock('flooded', i === 149 ? PASSWORD : `wrong ${i}`)),
    );
    expect(studio.passwords.checks - before).toBeLessThanOrEqual(8);
    expect(answers.filter((one) => one.status === 429).length).toBeGreaterThanOrEqual(292);
  });

  it('answers an unknown name as a known one, held off or not', async () => {
    await studio.add(owner, { signInName: 'known' });
    for (let i = 0; i < 10; i++) {
      const [known, unknown] = [await knock('known', 'wrong'), await knock('unheard-of', 'wrong')];
      expect([unknown.status, unknown.body]).toEqual([known.status, known.body]);
    }
  });

  it('does not let a stranger elsewhere hold somebody up where they have signed in before', async () => {
    await studio.add(owner, { signInName: 'wanted' });
    const own = cookiesIn(await knock('wanted', PASSWORD, { 'x-test-address': 'home' }));
    for (let i = 0; i < 130; i++)
      await knock('wanted', 'wrong', { 'x-test-address': `away ${i % 40}` });
    // Nor on a device that is new, from where nobody tried it; there are few tries left from anywhere.
    const fresh = { 'x-test-address': 'new' };
    for (let i = 0; i < 3; i++) expect((await knock('wanted', 'wrong', fresh)).status).toBe(401);
    expect((await knock('wanted', PASSWORD, fresh)).status).toBe(429);
    expect((await knock('wanted', PASSWORD, { 'x-test-address': 'newer' })).status).toBe(200);
    const at = { 'x-test-address': 'home', cookie: own };
    expect((await knock('wanted', PASSWORD, at)).status).toBe(200);
  });

  it('leaves room in the book of acts, however often somebody knocks', async () => {
    const book = async () => (await owner.get<readonly Act[]>('/api/acts')).body;
    const counted = async (name: string) => (await book()).filter(({ act }) => act === name).length;
    const names = ['addPerson', 'signInHeldOff', 'signIn'];
    const before = await Promise.all(names.map(counted));
    for (let i = 0; i < 60; i++) await knock('nobody at all', 'wrong');
    for (let i = 0; i < 30; i++) await knock('ilse', PASSWORD);
    const after = await Promise.all(names.map(counted));
    const [added = 0, heldOff = 0, signIns = 0] = after.map(
      (count, at) => count - (before[at] ?? 0),
    );
    expect(added).toBe(0);
    expect(heldOff).toBeLessThanOrEqual(2);
    expect(signIns).toBeLessThanOrEqual(4);
  });

  it('holds off an address that tries many names, and no other', async () => {
    const at = { 'x-test-address': 'one' };
    for (let i = 0; i < 200; i++) await knock(`name${i}`, 'wrong', at);
    expect((await knock('ilse', PASSWORD, at)).status).toBe(429);
    expect((await knock('ilse', PASSWORD, { 'x-test-address': 'other' })).status).toBe(200);
  });

  it('lets a class of forty in from one address', async () => {
    for (let i = 0; i < 5; i++) await studio.add(owner, { signInName: `pupil${i}` });
    const all = Array.from({ length: 40 }, (_, i) => knock(`pupil${i % 5}`, PASSWORD));
    expect(statuses(await Promise.all(all))).toEqual([200]);
  });

  it('ends a session after the studio’s idle time, and no earlier', async () => {
    const settings = {
      timeZone: 'UTC',
      idleMinutes: 30,
      keepLogDays: 365,
      keepPutAwayDays: 0,
      breaks: [],
    };
    await owner.send('POST', '/api/me/confirm', { password: PASSWORD });
    await owner.send('PUT', '/api/settings', settings);
    const visitor = await studio.add(owner, { signInName: 'idle' });
    for (const minutes of [20, 29, 29]) {
      later(minutes * 60);
      expect((await visitor.get<Person | null>('/api/me')).body?.name).toBe('idle');
    }
    later(31 * 60);
    expect((await visitor.get('/api/me')).body).toBeNull();
    owner = await studio.signIn('ilse');
    await owner.send('PUT', '/api/settings', { ...settings, idleMinutes: 10_080 });
  });

  it('sends cookies over TLS only, and to this host alone, where the studio stands behind TLS', async () => {
    const secure = await TestStudio.open({ isSecure: true });
    await secure.setUp();
    const answer = await secure.request('POST', '/api/sign-in', {
      body: { signInName: 'ilse', password: PASSWORD },
    });
    for (const cookie of answer.headers.getSetCookie())
      expect(cookie).toMatch(/^__Host-harvu_(session|mark)=.*; Path=\/; HttpOnly; Secure/);
    const me = await secure.request<Me>('GET', '/api/me', {
      headers: { cookie: cookiesIn(answer) },
    });
    expect(me.body.name).toBe('Ilse');
    await secure.close();
  });

  it('opens the studio to whoever started it, and to nobody else', async () => {
    const empty = await TestStudio.open();
    const guess = (code: string) =>
      empty.request<Problem>('POST', '/api/studio/set-up', {
        body: { studioName: 'A', name: 'B', signInName: 'bo', password: PASSWORD, code },
      });
    const answer = await guess('00000000');
    expect([answer.status, answer.body.field]).toEqual([400, 'code']);
    const many = await Promise.all(Array.from({ length: 40 }, (_, i) => guess(String(i))));
    expect(many.filter((one) => one.status === 429).length).toBeGreaterThanOrEqual(30);
    await empty.close();
  });
});
