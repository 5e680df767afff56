import { TestStudio } from '../../testing/test-studio';
import { createHealth } from './health';
import { ARGON2, type Passwords } from './passwords';
import { createRefusals } from './refusals';

const CLOCK = { now: () => new Date('2026-11-24T16:00:00.000Z'), newId: () => '' };

describe('the health of a server', () => {
  let studio: TestStudio;
  beforeEach(async () => {
    studio = await TestStudio.open();
  });
  afterEach(() => studio.close());

  const healthOf = (passwords: Passwords, refusals = createRefusals()) =>
    createHealth(studio.sequelize, { clock: CLOCK, passwords }, refusals);

  it('is good where people can sign in and what they do is kept', async () => {
    expect(await healthOf(ARGON2)()).toEqual({ ok: true });
  });

  it('is bad where nothing can be written', async () => {
    await studio.sequelize.query('DROP TABLE heartbeat');
    const health = healthOf(ARGON2);
    expect(await health()).toEqual({ ok: false, failing: 'writing' });
  });

  it('is bad while writes are refused, though a small one still goes, until one is taken or a minute is over', async () => {
    let now = 0;
    const refusals = createRefusals(() => now);
    const told = () => healthOf(ARGON2, refusals)();
    refusals.refused();
    expect(await told()).toEqual({ ok: false, failing: 'writing' });
    refusals.taken();
    expect(await told()).toEqual({ ok: true });
    refusals.refused();
    now = 61_000;
    expect(await told()).toEqual({ ok: true });
  });

  it('is bad where a right password is refused', async () => {
    const broken = { ...ARGON2, isRight: () => Promise.resolve(false) };
    const health = healthOf(broken);
    expect(await health()).toEqual({ ok: false, failing: 'signing in' });
  });

  it('costs nothing to ask for', async () => {
    let hashes = 0;
    const counted = {
      ...ARGON2,
      isRight: (password: string, hashed: string) => {
        hashes += 1;
        return ARGON2.isRight(password, hashed);
      },
    };
    const health = healthOf(counted);
    await Promise.all(Array.from({ length: 50 }, () => health()));
    expect(hashes).toBe(1);
  });
});
