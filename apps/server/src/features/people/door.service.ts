import type { Me, Person, SignIn } from '@harvu/contract';
import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { Attempts, Door } from '../../platform/attempts';
import type { Clock } from '../../platform/clock';
import { DomainError, notAllowed, signInNeeded, tooMany } from '../../platform/errors';
import type { Passwords } from '../../platform/passwords';
import { normalised } from './common-passwords';
import type { Account, PeopleStore, SecondFactor } from './people.store';
import { RECOVERY_CODES, stepOf, withoutRecovery } from './second-factor';
import type { Recognised, SessionsStore } from './sessions.store';

/** How long a session lasts at most. */
export const SESSION_DAYS = 30;
const DAY_MS = 86_400_000;
/** That somebody is there is written down this often at most. */
const SEEN_MS = 60_000;
/** Checked against when the name is unknown, so that answering takes as long as for a known one. */
const NOBODY = 'nobody has this password';

const MINUTE = 60;
const HOUR = 3600;

/** What the door and everybody's own account work with. */
export interface DoorDeps {
  readonly people: PeopleStore;
  readonly sessions: SessionsStore;
  readonly passwords: Passwords;
  readonly attempts: Attempts;
  readonly clock: Clock;
  readonly toMe: (account: Account) => Promise<Me>;
  /** Ends the address by which a calendar reads somebody's dates: whoever knew it knows it no more. */
  readonly endCalendar: (personId: string) => Promise<void>;
}

/** Somebody at the door, with where they come from. */
export interface Knock extends SignIn {
  readonly address: string;
  /** The mark a browser got when this person last signed in there. */
  readonly mark: string | undefined;
  readonly device: string;
}

/** Somebody who was let in. */
export interface LetIn {
  readonly me: Me;
  readonly token: string;
  /** Kept by the browser: a stranger's wrong passwords do not hold this person up there. */
  readonly mark: string;
}

const WRONG = signInNeeded(
  'This name and password do not go together.',
  'Check both and try again.',
);
const CODE_NEEDED = new DomainError({
  status: 401,
  code: 'code-needed',
  field: 'code',
  title: 'This account asks for a code, too.',
  remedy: 'Give the six digits your authenticator shows, or a recovery code.',
});
const WRONG_CODE = new DomainError({
  ...CODE_NEEDED.problem,
  title: 'This code is not right, or was used already.',
  remedy: 'Wait for the next one, or give a recovery code.',
});
const NO_CONSENT = notAllowed(
  'This account waits for a guardian’s consent.',
  'Ask the studio to record the consent of a parent or guardian.',
);
const PUT_AWAY = notAllowed('This account is put away.', 'Ask the studio to take it back.');

/** Lets people in and out. */
export function createDoorService(deps: DoorDeps) {
  const { people, sessions, passwords, attempts, clock } = deps;
  const nobodysHash = passwords.toHash(NOBODY);

  async function checkFactor(account: Account, code: string | undefined): Promise<void> {
    const { id, factor } = account;
    // Begun but not proved yet, it is not asked for.
    if (!isProved(factor)) return;
    if (code === undefined || code.trim() === '') throw CODE_NEEDED;
    const step = stepOf(factor.secret, code, clock.now());
    if (step !== undefined && (await people.takeStep(id, step))) return;
    if (await isRecovery(people, account, code)) return;
    throw WRONG_CODE;
  }

  const isRightFor = async (account: Account | undefined, password: string): Promise<boolean> =>
    passwords.isRight(normalised(password), account?.passwordHash ?? (await nobodysHash));

  async function checkKnock(knock: Knock): Promise<Account> {
    const account = await people.findAccount(knock.signInName);
    const doors = [...doorsOf(account, knock)];
    let wait = await attempts.take(doors);
    if (!isMarked(account, knock.mark)) {
      const [name, besieged] = [nameDoor(knock), besiegedDoor(knock)];
      doors.push(name);
      if ((await attempts.take([name])) > 0) {
        doors.push(besieged);
        wait = Math.max(wait, await attempts.take([besieged]));
      }
    }
    if (wait > 0) throw tooMany('Too many tries to sign in.', wait);
    const isRight = await isRightFor(account, knock.password).catch(async (error: unknown) => {
      // Whoever was not even looked at has not tried.
      await attempts.giveBack(doors);
      throw error;
    });
    if (!account || !isRight) throw WRONG;
    await checkFactor(account, knock.code);
    await attempts.giveBack(doors);
    return account;
  }

  return {
    async signIn(knock: Knock): Promise<LetIn> {
      const account = await checkKnock(knock);
      if (account.isPutAway) throw PUT_AWAY;
      if (account.isMinor && account.guardianConsentOn === null) throw NO_CONSENT;
      const token = randomBytes(32).toString('base64url');
      const createdAt = clock.now();
      await sessions.add({
        id: clock.newId(),
        personId: account.id,
        device: knock.device,
        createdAt,
        tokenHash: hashToken(token),
        expiresAt: new Date(createdAt.getTime() + SESSION_DAYS * DAY_MS),
      });
      return { token, mark: markOf(account), me: await deps.toMe(account) };
    },
    /** Who a token belongs to at this moment; looking says nothing of whether they are there. */
    async whoIs(token: string): Promise<Person | undefined> {
      return (await sessions.find(hashToken(token), clock.now()))?.person;
    },
    signOut: (token: string) => sessions.remove(hashToken(token)),
    async recognise(token: string): Promise<Recognised | undefined> {
      const [tokenHash, now] = [hashToken(token), clock.now()];
      const found = await sessions.find(tokenHash, now);
      if (found && now.getTime() - found.seenAt.getTime() > SEEN_MS) {
        // A disk without room keeps nobody from reading.
        await sessions.noteSeen(tokenHash, now).catch(() => undefined);
      }
      return found;
    },
  };
}

function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** A browser's mark is good for one account until its password changes. */
function markOf({ id, passwordHash }: Account): string {
  return createHmac('sha256', passwordHash).update(id).digest('base64url');
}

function isMarked(account: Account | undefined, mark: string | undefined): boolean {
  if (!account || mark === undefined) return false;
  const [given, right] = [Buffer.from(mark), Buffer.from(markOf(account))];
  return given.length === right.length && timingSafeEqual(given, right);
}

/**
 * What is counted: a browser this person signed in with before, by itself; any other by name and address
 * together, and by address. A name nobody has is counted alike.
 */
function doorsOf(
  account: Account | undefined,
  { signInName, address, mark }: Knock,
): readonly Door[] {
  if (isMarked(account, mark)) {
    return [{ kind: 'marked', of: `${signInName}\n${mark ?? ''}`, most: 8, seconds: MINUTE }];
  }
  return [
    { kind: 'name and address', of: `${signInName}\n${address}`, most: 8, seconds: MINUTE },
    { kind: 'address', of: address, most: 200, seconds: 15 * MINUTE },
  ];
}

/** How often a name is tried from everywhere together, before each address has only a few tries left. */
function nameDoor({ signInName }: Knock): Door {
  return { kind: 'name', of: signInName, most: 100, seconds: HOUR };
}

/**
 * Where somebody tries a name from everywhere, each address has so many tries: whoever it belongs to, and
 * comes from where nobody has tried it, is let in all the same.
 */
function besiegedDoor({ signInName, address }: Knock): Door {
  return { kind: 'besieged', of: `${signInName}\n${address}`, most: 3, seconds: HOUR };
}

function isProved(factor: SecondFactor | null): factor is SecondFactor {
  return factor !== null && factor.usedStep !== null;
}

/** Takes a recovery code away; where another was taken in between, this one is looked for among the rest. */
async function isRecovery(
  people: Pick<PeopleStore, 'accountOf' | 'takeRecovery'>,
  { id }: Account,
  code: string,
): Promise<boolean> {
  for (let tries = 0; tries < RECOVERY_CODES; tries += 1) {
    const factor = (await people.accountOf(id))?.factor;
    const left = factor && withoutRecovery(factor, code);
    if (!factor || !left) return false;
    if (await people.takeRecovery(id, factor.recoveryHashes, left)) return true;
  }
  return false;
}

export type DoorService = ReturnType<typeof createDoorService>;
