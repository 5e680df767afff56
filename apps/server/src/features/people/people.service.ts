import type { Conventions } from '@harvu/core/conventions';
import type { Consent, Me, NewPerson, Person, PersonRecord, SignIn } from '@harvu/contract';
import { createHash, randomBytes } from 'node:crypto';
import type { Clock } from '../../platform/clock';
import { isTaken } from '../../platform/database';
import {
  badRequest,
  conflict,
  missing,
  notAllowed,
  signInNeeded,
  tooMany,
} from '../../platform/errors';
import type { Passwords } from '../../platform/passwords';
import type { Account, PeopleStore } from './people.store';
import type { SessionsStore } from './sessions.store';

/** How long a session lasts. */
export const SESSION_DAYS = 30;
const DAY_MS = 86_400_000;
const FAILURES_BEFORE_LOCK = 8;
const LOCK_MS = 60_000;
/** Checked against when the name is unknown, so that answering takes as long as for a known one. */
const NOBODY = 'nobody has this password';

export interface PeopleDeps {
  readonly people: PeopleStore;
  readonly sessions: SessionsStore;
  readonly passwords: Passwords;
  readonly clock: Clock;
  readonly timeZone: () => Promise<string>;
}

function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

function checkConsent(
  person: Pick<PersonRecord, 'isMinor' | 'guardianConsentOn' | 'guardian'>,
): void {
  if (person.isMinor && person.guardian.trim() === '') {
    throw badRequest(
      'A minor needs a guardian to turn to.',
      'Give a name and a contact.',
      'guardian',
    );
  }
}

/** Lets everybody choose for themselves how things are shown. */
function createConventions({ people, timeZone }: Pick<PeopleDeps, 'people' | 'timeZone'>) {
  const toMe = async ({ id, name, role }: Person): Promise<Me> => ({
    ...{ id, name, role },
    conventions: await people.conventionsOf(id),
    timeZone: await timeZone(),
  });
  return {
    toMe,
    async saveConventions(person: Person, conventions: Conventions): Promise<Me> {
      await people.saveConventions(person.id, conventions);
      return toMe(person);
    },
  };
}

/** Signs people in and out, and lets the owner keep accounts. */
export function createPeopleService(deps: PeopleDeps) {
  const { people, sessions, passwords, clock } = deps;
  const mine = createConventions(deps);
  const nobodysHash = passwords.toHash(NOBODY);

  async function noteFailure(account: Account): Promise<void> {
    const failures = account.failedSignIns + 1;
    const isLocked = failures >= FAILURES_BEFORE_LOCK;
    const until = isLocked ? new Date(clock.now().getTime() + LOCK_MS) : null;
    await people.saveFailures(account.id, isLocked ? 0 : failures, until);
  }

  async function checkAccount({ signInName, password }: SignIn): Promise<Account> {
    const account = await people.findAccount(signInName);
    if (account?.lockedUntil && account.lockedUntil > clock.now()) {
      throw tooMany('Too many wrong passwords for this name.', 'Wait a minute, then try again.');
    }
    const isRight = await passwords.isRight(password, account?.passwordHash ?? (await nobodysHash));
    if (account && isRight) return account;
    if (account) await noteFailure(account);
    throw signInNeeded('This name and password do not go together.', 'Check both and try again.');
  }

  return {
    ...mine,
    async signIn(signIn: SignIn): Promise<{ readonly token: string; readonly person: Me }> {
      const account = await checkAccount(signIn);
      if (account.isMinor && account.guardianConsentOn === null) {
        throw notAllowed(
          'This account waits for a guardian’s consent.',
          'Ask the studio to record the consent of a parent or guardian.',
        );
      }
      if (account.failedSignIns > 0) await people.saveFailures(account.id, 0, null);
      const token = randomBytes(32).toString('base64url');
      const now = clock.now();
      const expiresAt = new Date(now.getTime() + SESSION_DAYS * DAY_MS);
      const session = { token_hash: hashToken(token), person_id: account.id };
      await sessions.add({ ...session, created_at: now, expires_at: expiresAt });
      return { token, person: await mine.toMe(account) };
    },
    signOut: (token: string) => sessions.remove(hashToken(token)),
    personOf: (token: string) => sessions.findPerson(hashToken(token), clock.now()),
    list: () => people.list(),
    async add(person: NewPerson): Promise<PersonRecord> {
      checkConsent(person);
      const { password, ...rest } = person;
      const record: PersonRecord = { ...rest, id: clock.newId() };
      const passwordHash = await passwords.toHash(password);
      try {
        await people.add({ ...record, passwordHash, createdAt: clock.now() });
      } catch (error) {
        if (!isTaken(error)) throw error;
        throw conflict('Somebody has this sign-in name already.', 'Choose another.', 'signInName');
      }
      return record;
    },
    async resetPassword(id: string, password: string): Promise<void> {
      if (!(await people.find(id))) throw missing('person');
      await people.savePassword(id, await passwords.toHash(password));
      await sessions.removeAllOf(id);
    },
    async recordConsent(id: string, { guardian, guardianConsentOn }: Consent): Promise<void> {
      if (!(await people.find(id))) throw missing('person');
      await people.saveConsent(id, guardian, guardianConsentOn);
      if (guardianConsentOn === null) await sessions.removeAllOf(id);
    },
  };
}

export type PeopleService = ReturnType<typeof createPeopleService>;
