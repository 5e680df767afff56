import type {
  FactorStart,
  MadeCalendar,
  Me,
  OwnSession,
  Problem,
  RecoveryCodes,
} from '@harvu/contract';
import { Secret, TOTP } from 'otpauth';
import { PASSWORD, TestStudio, type Answer, type Visitor } from '../../../testing/test-studio';

const NEXT = 'gravel moth canoe';

describe('an account', () => {
  let studio: TestStudio;
  let owner: Visitor;
  beforeAll(async () => ({ studio, owner } = await TestStudio.withOwner()));
  afterAll(() => studio.close());
  const later = (seconds: number): void => {
    studio.now = new Date(studio.now.getTime() + seconds * 1000);
  };
  const change = (who: Visitor, password: string, next: string) =>
    who.send('POST', '/api/me/password', { password, next });
  const knock = (signInName: string, password: string, code?: string): Promise<Answer<Problem>> =>
    studio.request('POST', '/api/sign-in', {
      body: { signInName, password, ...(code !== undefined && { code }) },
    });

  it('has its password changed by whoever knows it, which ends its other sessions', async () => {
    const here = await studio.add(owner, { signInName: 'mara' });
    const elsewhere = await studio.signIn('mara');
    const wrong = await change(here, 'not this one', NEXT);
    expect([wrong.status, wrong.body.field]).toEqual([400, 'password']);
    expect((await change(here, PASSWORD, NEXT)).status).toBe(204);
    expect((await here.get('/api/plans')).status).toBe(200);
    expect((await elsewhere.get('/api/plans')).status).toBe(401);
    expect((await knock('mara', PASSWORD)).status).toBe(401);
    expect((await knock('mara', NEXT)).status).toBe(200);
  });

  const refused: readonly (readonly [what: string, password: string])[] = [
    ['one that everybody tries first', 'password123'],
    ['one in capitals that everybody tries first', 'PASSWORD1'],
    ['seven letters', 'abc xyz'],
    ['seven letters that take more places', '🎸🎸🎸🎸🎸🎸🎸'],
    ['more than two hundred letters', 'ab '.repeat(67)],
  ];
  refused.forEach(([what, password]) => {
    it(`refuses ${what} as a password`, async () => {
      const answer = await change(owner, PASSWORD, password);
      expect([answer.status, answer.body.field]).toEqual([400, 'next']);
    });
  });

  it('takes eight letters of any language, however a keyboard writes them', async () => {
    const who = await studio.add(owner, { signInName: 'umlaut' });
    const composed = 'größe\u00e9\u00e8ß';
    expect((await change(who, PASSWORD, composed)).status).toBe(204);
    expect((await knock('umlaut', composed.normalize('NFD'))).status).toBe(200);
  });

  it('is not guessed at through a session that was left open', async () => {
    const who = await studio.add(owner, { signInName: 'left' });
    for (let i = 0; i < 8; i++) await change(who, `wrong ${i}`, NEXT);
    expect((await change(who, PASSWORD, NEXT)).status).toBe(429);
    later(61);
  });

  it('shows where it is signed in, and ends any of those, or all others', async () => {
    const first = await studio.add(owner, { signInName: 'roaming' });
    const [second, third] = [await studio.signIn('roaming'), await studio.signIn('roaming')];
    const list = async (who: Visitor) =>
      (await who.get<readonly OwnSession[]>('/api/me/sessions')).body;
    expect((await list(first)).length).toBe(3);
    expect((await list(first)).filter((one) => one.isThis).length).toBe(1);
    const others = (await list(second)).find((one) => one.isThis)?.id ?? '';
    expect((await owner.send('POST', `/api/me/sessions/${others}/end`)).status).toBe(404);
    expect((await first.send('POST', `/api/me/sessions/${others}/end`)).status).toBe(204);
    expect((await second.get('/api/plans')).status).toBe(401);
    await first.send('POST', '/api/me/sessions/end-others');
    expect((await third.get('/api/plans')).status).toBe(401);
    expect((await list(first)).length).toBe(1);
  });

  it('asks for the password again before what cannot be taken back', async () => {
    const who = await studio.add(owner, { signInName: 'moved' });
    const act = (visitor: Visitor) =>
      visitor.send('POST', `/api/people/${who.person.id}/role`, { role: 'teacher' });
    const visitor = await studio.signIn('ilse');
    later(11 * 60);
    const answer = await act(visitor);
    expect([answer.status, answer.body.code]).toEqual([403, 'confirm-needed']);
    expect((await visitor.send('POST', '/api/me/confirm', { password: 'wrong' })).status).toBe(400);
    expect((await act(visitor)).status).toBe(403);
    expect((await visitor.send('POST', '/api/me/confirm', { password: PASSWORD })).status).toBe(
      204,
    );
    expect((await act(visitor)).status).toBe(204);
    expect((await who.get('/api/plans')).status).toBe(401);
  });

  it('asks again before whatever takes, erases or gives power, and gives nothing meanwhile', async () => {
    const who = await studio.add(owner, { signInName: 'asked' });
    const { id } = who.person;
    const visitor = await studio.signIn('ilse');
    later(11 * 60);
    const before = await studio.everything();
    const newOwner = { signInName: 'mine', name: 'Mine', role: 'owner', password: NEXT };
    const rest = { isMinor: false, guardian: '', guardianConsentOn: null };
    const settings = { timeZone: 'UTC', idleMinutes: 60, keepLogDays: 30, breaks: [] };
    const asked: readonly (readonly [string, string, unknown?])[] = [
      ['POST', '/api/people', { ...newOwner, ...rest }],
      ['POST', `/api/people/${id}/password`, { password: NEXT }],
      ['POST', `/api/people/${id}/consent`, { guardian: 'G', guardianConsentOn: '2026-11-01' }],
      ['PUT', '/api/settings', { ...settings, keepPutAwayDays: 1 }],
      ['POST', '/api/me/calendar', { hasPractice: true }],
      ['GET', '/api/studio/export.zip'],
      ['GET', `/api/people/${id}/export.zip`],
      ['GET', '/api/tables/students.csv'],
      ['GET', '/api/tables/plans.csv'],
      ['GET', `/api/students/${id}/tries.csv`],
    ];
    for (const [method, path, body] of asked) {
      const { status, body: told } = await visitor.send(method, path, body);
      expect([status, told.code]).withContext(path).toEqual([403, 'confirm-needed']);
    }
    expect(await studio.everything()).toBe(before);
  });

  it('loses the address of its calendar with its password, its role and its place', async () => {
    const who = await studio.add(owner, { signInName: 'dated', role: 'teacher' });
    const { id } = who.person;
    const made = async (visitor: Visitor): Promise<string> => {
      await visitor.send('POST', '/api/me/confirm', { password: PASSWORD });
      return (await visitor.send<MadeCalendar>('POST', '/api/me/calendar', { hasPractice: false }))
        .body.path;
    };
    const reads = async (address: string): Promise<number> =>
      (await studio.request('GET', `/api/calendar/${address.split('/').at(-1) ?? ''}`)).status;
    await owner.send('POST', '/api/me/confirm', { password: PASSWORD });
    const END: readonly (readonly [string, unknown?])[] = [
      ['put-away'],
      ['role', { role: 'student' }],
      ['password', { password: PASSWORD }],
    ];
    for (const [what, body] of END) {
      const address = await made(await studio.signIn('dated'));
      expect(await reads(address))
        .withContext(what)
        .toBe(200);
      await owner.send('POST', `/api/people/${id}/${what}`, body);
      await owner.send('POST', `/api/people/${id}/take-back`);
      expect(await reads(address))
        .withContext(what)
        .toBe(404);
    }
  });

  describe('with a second factor', () => {
    let teacher: Visitor;
    let name: string;
    let count = 0;
    let secret: string;
    let codes: readonly string[];
    const codeAt = (seconds = 0): string =>
      new TOTP({ secret: Secret.fromBase32(secret) }).generate({
        timestamp: studio.now.getTime() + seconds * 1000,
      });
    beforeEach(async () => {
      count += 1;
      name = `tove${count}`;
      teacher = await studio.add(owner, { signInName: name, role: 'teacher' });
      const start = await teacher.send<FactorStart>('POST', '/api/me/second-factor/start');
      ({ secret } = start.body);
      expect(start.body.uri).toContain(`otpauth://totp/Harvu:${name}`);
      expect((await knock(name, PASSWORD)).status).toBe(200);
      const wrong = await teacher.send('POST', '/api/me/second-factor', { code: '000000' });
      expect([wrong.status, wrong.body.field]).toEqual([400, 'code']);
      const taken = await teacher.send<RecoveryCodes>('POST', '/api/me/second-factor', {
        code: codeAt(),
      });
      ({ codes } = taken.body);
      later(60);
    });

    it('asks for a code once the password was right, and says so only then', async () => {
      expect((await knock(name, 'wrong')).body.code).toBe('sign-in-needed');
      const answer = await knock(name, PASSWORD);
      expect([answer.status, answer.body.code]).toEqual([401, 'code-needed']);
      expect((await teacher.get<Me>('/api/me')).body.hasSecondFactor).toBeTrue();
    });

    it('takes each code once, those of half a minute before and after too', async () => {
      const code = codeAt(-30);
      expect((await knock(name, PASSWORD, code)).status).toBe(200);
      expect((await knock(name, PASSWORD, code)).status).toBe(401);
      expect((await knock(name, PASSWORD, codeAt())).status).toBe(200);
      expect((await knock(name, PASSWORD, codeAt(300))).status).toBe(401);
      later(120);
    });

    it('takes each recovery code once', async () => {
      expect(codes.length).toBe(10);
      expect((await knock(name, PASSWORD, codes[3])).status).toBe(200);
      expect((await knock(name, PASSWORD, codes[3])).status).toBe(401);
      expect((await knock(name, PASSWORD, codes[4]?.toUpperCase())).status).toBe(200);
    });

    it('takes different recovery codes that come at once, each of them', async () => {
      const all = await Promise.all(codes.slice(0, 5).map((code) => knock(name, PASSWORD, code)));
      expect(all.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200]);
      expect((await knock(name, PASSWORD, codes[0])).status).toBe(401);
    });

    it('does not make the recovery codes void with a code for signing in', async () => {
      await teacher.send('POST', '/api/me/confirm', { password: PASSWORD });
      const again = await teacher.send('POST', '/api/me/second-factor', { code: codeAt() });
      expect(again.status).toBe(409);
      expect((await knock(name, PASSWORD, codes[0])).status).toBe(200);
    });

    it('is not guessed at while it is switched on', async () => {
      await teacher.send('POST', '/api/me/confirm', { password: PASSWORD });
      await teacher.send('POST', '/api/me/second-factor/off');
      await teacher.send('POST', '/api/me/second-factor/start');
      const tries = Array.from({ length: 12 }, () =>
        teacher.send('POST', '/api/me/second-factor', { code: '000000' }),
      );
      const all = (await Promise.all(tries)).map(({ status }) => status);
      expect(all.filter((status) => status === 400).length).toBeLessThanOrEqual(8);
      expect(all).toContain(429);
    });

    it('loses it when the owner sets a new password, for whoever lost both', async () => {
      const path = `/api/people/${teacher.person.id}/password`;
      owner = await studio.signIn('ilse');
      expect((await owner.send('POST', path, { password: NEXT })).status).toBe(204);
      expect((await knock(name, NEXT)).status).toBe(200);
    });
  });
});
