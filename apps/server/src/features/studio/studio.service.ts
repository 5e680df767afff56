import type {
  DemoAccount,
  SaveConstants,
  SetUp,
  StudioConstants,
  StudioDoor,
  StudioSettings,
} from '@harvu/contract';
import { createHash, timingSafeEqual } from 'node:crypto';
import type { Attempts } from '../../platform/attempts';
import type { Clock } from '../../platform/clock';
import { isTaken, type InTransaction } from '../../platform/database';
import { badRequest, conflict, tooMany } from '../../platform/errors';
import type { Passwords } from '../../platform/passwords';
import { mustBeUncommon, normalised, type PeopleStore } from '../people';
import type { StudioStore } from './studio.store';

export interface StudioDeps {
  readonly studio: StudioStore;
  readonly people: PeopleStore;
  readonly passwords: Passwords;
  readonly clock: Clock;
  readonly demoAccounts: readonly DemoAccount[];
  /** Where the server stands; a new studio's days are counted there until it says otherwise. */
  readonly ownTimeZone: string;
  readonly inTransaction: InTransaction;
  readonly attempts: Attempts;
  /** Printed where the server was started; whoever sets the studio up has to have read it. */
  readonly setUpCode: string;
}

const SET_UP_DOOR = { kind: 'set-up', of: '', most: 10, seconds: 60 } as const;
const WRONG_CODE = badRequest(
  'This is not the code of this start.',
  'It is printed where the server was started.',
  'code',
);

/** Says what stands at the door, and sets the studio up when it is new. */
export function createStudioService(deps: StudioDeps) {
  const { studio, people, passwords, clock, demoAccounts, inTransaction } = deps;

  async function checkCode(code: string): Promise<void> {
    const wait = await deps.attempts.take([SET_UP_DOOR]);
    if (wait > 0) throw tooMany('Too many tries to set up.', wait);
    if (!isSame(code.trim(), deps.setUpCode)) throw WRONG_CODE;
  }

  return {
    /** Whoever sets a studio up, or brings one back, has read the code of this start. */
    checkCode,
    async door(): Promise<StudioDoor> {
      const found = await studio.find();
      return {
        studioName: found?.name ?? '',
        needsSetUp: !found,
        isDemo: found?.isDemo ?? false,
        demoAccounts: found?.isDemo ? demoAccounts : [],
      };
    },
    isDemo: async (): Promise<boolean> => (await studio.find())?.isDemo ?? false,
    constants: (): Promise<StudioConstants> => studio.constants(),
    settings: (): Promise<StudioSettings> => studio.settings(),
    async saveSettings(settings: StudioSettings): Promise<StudioSettings> {
      await studio.saveSettings(settings);
      return settings;
    },
    async saveConstants(save: SaveConstants): Promise<StudioConstants> {
      if (!(await studio.saveConstants(save))) {
        throw conflict(
          'Somebody else changed these figures in between.',
          'Reload the page; your last change is not kept.',
          'baseVersion',
        );
      }
      return studio.constants();
    },
    /** The studio's row can be made once, so two set-ups at the same moment cannot both win. */
    async setUp({ studioName, name, signInName, password, code }: SetUp): Promise<void> {
      await checkCode(code);
      mustBeUncommon(password);
      const owner = { id: clock.newId(), name, signInName, role: 'owner' as const };
      const passwordHash = await passwords.toHash(normalised(password));
      const adult = { isMinor: false, guardian: '', guardianConsentOn: null };
      try {
        await inTransaction(async (tx) => {
          await studio.add({ name: studioName, isDemo: false, timeZone: deps.ownTimeZone }, tx);
          await people.add({ ...owner, ...adult, passwordHash, createdAt: clock.now() }, tx);
        });
      } catch (error) {
        if (!isTaken(error)) throw error;
        throw conflict('This studio is set up already.', 'Sign in instead.');
      }
    },
  };
}

/** Compared by hash, so that the time it takes tells nothing. */
function isSame(one: string, other: string): boolean {
  const [a, b] = [one, other].map((text) => createHash('sha256').update(text).digest());
  return a !== undefined && b !== undefined && timingSafeEqual(a, b);
}

export type StudioService = ReturnType<typeof createStudioService>;
