import type {
  FactorStart,
  Me,
  OwnPassword,
  OwnSession,
  Person,
  RecoveryCodes,
} from '@harvu/contract';
import type { Conventions } from '@harvu/core/conventions';
import type { Door } from '../../platform/attempts';
import { badRequest, conflict, missing, tooMany } from '../../platform/errors';
import { mustBeUncommon, normalised } from './common-passwords';
import type { DoorDeps } from './door.service';
import type { Account, SecondFactor } from './people.store';
import { newFactor, newRecoveryCodes, stepOf } from './second-factor';

const WRONG_PASSWORD = badRequest(
  'This is not your password.',
  'Type the one you signed in with.',
  'password',
);

const FACTOR_IS_ON = conflict('There is a second factor already.', 'Switch it off first.');

const WRONG_CODE = badRequest(
  'This is not the code for this moment.',
  'Check the time of the device that shows it, and give the next one.',
  'code',
);

/** Lets everybody keep their own account: how things are shown, password, sessions, second factor. */
export function createAccountService(deps: DoorDeps) {
  const { people, sessions, passwords, attempts, clock, toMe, endCalendar } = deps;
  const checkOwn = createOwnPassword(deps);

  async function accountOf({ id }: Person): Promise<Account> {
    const account = await people.accountOf(id);
    if (!account) throw missing('person');
    return account;
  }

  return {
    me: async (person: Person): Promise<Me> => toMe(await accountOf(person)),
    async saveConventions(person: Person, conventions: Conventions): Promise<Me> {
      await people.saveConventions(person.id, conventions);
      return toMe(await accountOf(person));
    },
    /** Ends every other session: whoever knew the old password is out. */
    async changePassword(
      { id }: Person,
      { password, next }: OwnPassword,
      sessionId: string,
    ): Promise<void> {
      mustBeUncommon(next, 'next');
      await checkOwn(id, password);
      await people.savePassword(id, await passwords.toHash(normalised(next)));
      await sessions.removeAllOf(id, sessionId);
      await endCalendar(id);
    },
    async confirm({ id }: Person, password: string, sessionId: string): Promise<void> {
      await checkOwn(id, password);
      await sessions.noteConfirmed(sessionId, clock.now());
    },
    async sessionsOf({ id }: Person, sessionId: string): Promise<readonly OwnSession[]> {
      const all = await sessions.listOf(id, clock.now());
      return all.map((one) => ({
        id: one.id,
        device: one.device,
        isThis: one.id === sessionId,
        createdAt: one.createdAt.toISOString(),
        seenAt: one.seenAt.toISOString(),
      }));
    },
    async endSession(person: Person, id: string): Promise<void> {
      if (!(await sessions.end(person.id, id))) throw missing('session');
    },
    endOthers: (person: Person, sessionId: string) => sessions.removeAllOf(person.id, sessionId),
    /** Begins a second factor; it is asked for once its first code was given. */
    async startFactor(person: Person): Promise<FactorStart> {
      const { id, signInName, factor } = await accountOf(person);
      if (isOn(factor)) throw FACTOR_IS_ON;
      const { secret, uri } = newFactor(signInName);
      await people.saveFactor(id, { secret, usedStep: null, recoveryHashes: [] });
      return { secret, uri };
    },
    async takeFactor(person: Person, code: string): Promise<RecoveryCodes> {
      const { id, factor } = await accountOf(person);
      // A code is good for signing in, too: it must not make the recovery codes void.
      if (isOn(factor)) throw FACTOR_IS_ON;
      const door: Door = { kind: 'own factor', of: id, most: 8, seconds: 60 };
      const wait = await attempts.take([door]);
      if (wait > 0) throw tooMany('Too many wrong codes.', wait);
      const usedStep = factor && stepOf(factor.secret, code, clock.now());
      if (!factor || typeof usedStep !== 'number') throw WRONG_CODE;
      const { codes, hashes } = newRecoveryCodes();
      await people.saveFactor(id, { secret: factor.secret, usedStep, recoveryHashes: hashes });
      return { codes };
    },
    dropFactor: ({ id }: Person) => people.saveFactor(id, null),
  };
}

function isOn(factor: SecondFactor | null): boolean {
  return factor !== null && factor.usedStep !== null;
}

/** Asks for somebody's own password again, as often in a minute as at the door. */
function createOwnPassword({ people, passwords, attempts }: DoorDeps) {
  return async (id: string, password: string): Promise<Account> => {
    const door: Door = { kind: 'own password', of: id, most: 8, seconds: 60 };
    const wait = await attempts.take([door]);
    if (wait > 0) throw tooMany('Too many wrong passwords.', wait);
    const account = await people.accountOf(id);
    if (!account) throw missing('person');
    if (!(await passwords.isRight(normalised(password), account.passwordHash)))
      throw WRONG_PASSWORD;
    await attempts.giveBack([door]);
    return account;
  };
}

export type AccountService = ReturnType<typeof createAccountService>;
