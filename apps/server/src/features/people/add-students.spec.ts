import {
  NEW_PROFILE,
  type ConsentRecord,
  type KnownStudent,
  type PersonRecord,
} from '@harvu/contract';
import { PASSWORD, TestStudio, type Visitor } from '../../../testing/test-studio';

const BRAM = {
  ...{ name: 'Bram Tessel', signInName: 'bram', isMinor: false, guardian: '' },
  ...{ guardianConsentOn: null, profile: { ...NEW_PROFILE, instrument: 'steel, 648 mm' } },
};
const WIEBKE = {
  ...{ name: 'Wiebke Halm', signInName: 'wiebke', isMinor: true, guardian: 'Joris' },
  ...{ guardianConsentOn: '2026-11-01', profile: { ...NEW_PROFILE, ageBand: 'under 10' } },
};

describe('students who come from somewhere else', () => {
  let studio: TestStudio;
  let owner: Visitor;
  beforeEach(async () => ({ studio, owner } = await TestStudio.withOwner()));
  afterEach(() => studio.close());

  const add = (...students: readonly object[]) =>
    owner.send('POST', '/api/people/students', { students });
  const people = async (): Promise<readonly PersonRecord[]> =>
    (await owner.get<readonly PersonRecord[]>('/api/people')).body;

  it('are there with what is known of them, and consent as it was given', async () => {
    const { status, body } = await add(BRAM, WIEBKE);
    expect([status, body]).toEqual([201, { added: 2 } as never]);
    const [bram, , wiebke] = [...(await people())].sort((a, b) => a.name.localeCompare(b.name));
    expect([bram?.name, bram?.role, bram?.isMinor]).toEqual(['Bram Tessel', 'student', false]);
    const known = await owner.get<KnownStudent>(`/api/students/${bram?.id ?? ''}`);
    expect([known.body.version, known.body.profile.instrument]).toEqual([1, 'steel, 648 mm']);
    const consents = await owner.get<readonly ConsentRecord[]>(
      `/api/people/${wiebke?.id ?? ''}/consents`,
    );
    expect(consents.body).toEqual([
      jasmine.objectContaining({ guardian: 'Joris', consentOn: '2026-11-01', recordedBy: 'Ilse' }),
    ]);
  });

  it('sign in only once the owner gave them a password', async () => {
    await add(BRAM);
    for (const password of ['', ' ', PASSWORD])
      expect(
        (await studio.request('POST', '/api/sign-in', { body: { signInName: 'bram', password } }))
          .status,
      ).not.toBe(200);
    const bram = (await people()).find(({ signInName }) => signInName === 'bram');
    await owner.send('POST', `/api/people/${bram?.id ?? ''}/password`, { password: PASSWORD });
    expect((await studio.signIn('bram')).person.name).toBe('Bram Tessel');
  });

  it('are added all or none, and it is said whom it is about', async () => {
    const before = await studio.everything();
    const spoilt: readonly (readonly [
      students: readonly object[],
      status: number,
      words: string,
    ])[] = [
      [[WIEBKE, { ...BRAM, signInName: 'ilse' }], 409, 'ilse'],
      [[BRAM, BRAM], 409, 'bram'],
      [[BRAM, { ...WIEBKE, guardian: '' }], 400, 'guardian'],
      [[BRAM, { ...WIEBKE, guardianConsentOn: '2027-01-01' }], 400, 'future'],
      [[BRAM, { ...WIEBKE, profile: { ...NEW_PROFILE, ageBand: 'old' } }], 400, 'ageBand'],
      [[BRAM, { ...WIEBKE, role: 'owner' }], 400, 'role'],
      [[], 400, 'name somebody'],
    ];
    for (const [students, status, words] of spoilt) {
      const answer = await add(...students);
      expect(answer.status).withContext(words).toBe(status);
      expect(JSON.stringify(answer.body)).toContain(words);
    }
    expect(await studio.everything()).toBe(before);
  });

  it('are added by an owner alone', async () => {
    const teacher = await studio.add(owner, { signInName: 'tove', role: 'teacher' });
    const answer = await teacher.send('POST', '/api/people/students', { students: [BRAM] });
    expect(answer.status).toBe(403);
  });
});
