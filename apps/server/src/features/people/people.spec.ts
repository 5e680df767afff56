import type { ConsentRecord, Me, Person, PersonRecord, Problem, StudioDoor } from '@harvu/contract';
import { PASSWORD, SET_UP_CODE, TestStudio, type Visitor } from '../../../testing/test-studio';

describe('people', () => {
  let studio: TestStudio;
  let owner: Visitor;
  beforeAll(async () => ({ studio, owner } = await TestStudio.withOwner()));
  afterAll(() => studio.close());

  const tryToSignIn = (signInName: string, password = PASSWORD) =>
    studio.request<Problem>('POST', '/api/sign-in', { body: { signInName, password } });

  it('meet a studio that is set up once', async () => {
    const again = {
      studioName: 'Other',
      name: 'A',
      signInName: 'other',
      password: PASSWORD,
      code: SET_UP_CODE,
    };
    const answer = await studio.request<Problem>('POST', '/api/studio/set-up', { body: again });
    expect([answer.status, answer.body.code]).toEqual([409, 'conflict']);
    const door = await studio.request<StudioDoor>('GET', '/api/studio');
    expect(door.body).toEqual({
      ...{ studioName: 'Test Yard', needsSetUp: false, isDemo: false },
      demoAccounts: [],
    });
  });

  it('are known by a cookie that scripts cannot read and other sites do not send', async () => {
    const { headers } = await tryToSignIn('ilse');
    expect(headers.get('set-cookie')).toMatch(/^harvu_session=[\w-]{43};/);
    expect(headers.get('set-cookie')).toContain('HttpOnly');
    expect(headers.get('set-cookie')).toContain('SameSite=Lax');
    expect((await owner.get<Person>('/api/me')).body.name).toBe('Ilse');
  });

  it('are told the same for an unknown name and a wrong password', async () => {
    const [unknown, wrong] = [await tryToSignIn('nobody'), await tryToSignIn('ilse', 'not this')];
    expect(unknown.status).toBe(401);
    expect(wrong.body).toEqual(unknown.body);
  });

  it('stay signed in for thirty days while they come every day, and not a day longer', async () => {
    const bram = await studio.add(owner, { signInName: 'bram' });
    const start = studio.now;
    for (let day = 1; day < 30; day += 1) {
      studio.now = new Date(start.getTime() + day * 86_400_000);
      expect((await bram.get<Person | null>('/api/me')).body?.name)
        .withContext(`${day}`)
        .toBe('bram');
    }
    studio.now = new Date(start.getTime() + 31 * 86_400_000);
    expect((await bram.get('/api/me')).body).toBeNull();
    studio.now = start;
  });

  it('are signed out for good', async () => {
    const once = await studio.signIn('ilse');
    await once.send('POST', '/api/sign-out', {});
    expect((await once.get('/api/people')).status).toBe(401);
  });

  it('who are minors work only with a guardian and the consent recorded', async () => {
    const wiebke = { signInName: 'wiebke', name: 'Wiebke', password: PASSWORD, role: 'student' };
    const minor = { ...wiebke, isMinor: true, guardian: '', guardianConsentOn: null };
    const without = await owner.send('POST', '/api/people', minor);
    expect([without.status, without.body.field]).toEqual([400, 'guardian']);
    const made = await owner.send<PersonRecord>('POST', '/api/people', {
      ...minor,
      guardian: 'Joris, joris@halm.example',
    });
    expect((await tryToSignIn('wiebke')).body.title).toContain('guardian');
    const early = { guardian: 'Joris', guardianConsentOn: '2026-11-25' };
    const refused = await owner.send('POST', `/api/people/${made.body.id}/consent`, early);
    expect([refused.status, refused.body.field]).toEqual([400, 'guardianConsentOn']);
    expect((await tryToSignIn('wiebke')).status).toBe(403);
    const consent = { guardian: 'Joris', guardianConsentOn: '2026-11-20' };
    await owner.send('POST', `/api/people/${made.body.id}/consent`, consent);
    const visitor = await studio.signIn('wiebke');
    await owner.send('POST', `/api/people/${made.body.id}/consent`, {
      ...consent,
      guardianConsentOn: null,
    });
    expect((await visitor.get('/api/plans')).status).toBe(401);
    const history = await owner.get<readonly ConsentRecord[]>(
      `/api/people/${made.body.id}/consents`,
    );
    expect(history.body.map((one) => [one.guardian, one.consentOn, one.recordedBy])).toEqual([
      ['Joris, joris@halm.example', null, 'Ilse'],
      ['Joris', '2026-11-20', 'Ilse'],
      ['Joris', null, 'Ilse'],
    ]);
  });

  it('get a new password from the owner, which signs them out everywhere', async () => {
    const one = await studio.add(owner, { signInName: 'forgetful' });
    const path = `/api/people/${one.person.id}/password`;
    expect((await owner.send('POST', path, { password: 'short' })).status).toBe(400);
    expect((await owner.send('POST', path, { password: 'a new one' })).status).toBe(204);
    expect((await one.get('/api/plans')).status).toBe(401);
    expect((await tryToSignIn('forgetful')).status).toBe(401);
    expect((await tryToSignIn('forgetful', 'a new one')).status).toBe(200);
  });

  it('have sign-in names of their own', async () => {
    await studio.add(owner, { signInName: 'taken' });
    const answer = await owner.send('POST', '/api/people', {
      ...{ name: 'B', signInName: 'taken', password: PASSWORD, role: 'student' },
      ...{ isMinor: false, guardian: '', guardianConsentOn: null },
    });
    expect([answer.status, answer.body.field]).toEqual([409, 'signInName']);
  });

  it('see strings, frets and names the way each of them likes', async () => {
    const lefty = await studio.add(owner, { signInName: 'lefty' });
    const usual = {
      ...{ strings: 'numbers', frets: 'capo', names: 'shape' },
      ...{ counts: 'syllables', leftHanded: false },
    };
    expect((await lefty.get<Me>('/api/me')).body.conventions as object).toEqual(usual);
    const own = { ...usual, strings: 'letters', leftHanded: true };
    await lefty.send('PUT', '/api/me/conventions', own);
    expect((await lefty.get<Me>('/api/me')).body.conventions as object).toEqual(own);
    expect((await owner.get<Me>('/api/me')).body.conventions as object).toEqual(usual);
    const bad = await lefty.send('PUT', '/api/me/conventions', { ...own, frets: 'bridge' });
    expect([bad.status, bad.body.field]).toEqual([400, 'frets']);
  });

  it('who are found missing are answered so', async () => {
    const nobody = '00000000-0000-4000-8000-000000000000';
    for (const id of [nobody, 'x']) {
      const answer = await owner.send('POST', `/api/people/${id}/password`, { password: PASSWORD });
      expect([answer.status, answer.body.code]).toEqual([404, 'not-found']);
    }
  });
});
