import type { DemoAccount, SetUp, StudioDoor, StudioSettings } from '@harvu/contract';
import type { OwnConstants } from '@harvu/core/assumptions';
import type { Clock } from '../../platform/clock';
import { isTaken, type Tx } from '../../platform/database';
import { conflict } from '../../platform/errors';
import type { Passwords } from '../../platform/passwords';
import type { PeopleStore } from '../people';
import type { StudioStore } from './studio.store';

export interface StudioDeps {
  readonly studio: StudioStore;
  readonly people: PeopleStore;
  readonly passwords: Passwords;
  readonly clock: Clock;
  readonly demoAccounts: readonly DemoAccount[];
  /** Where the server stands; a new studio's days are counted there until it says otherwise. */
  readonly ownTimeZone: string;
  readonly inTransaction: <T>(work: (tx: Tx) => Promise<T>) => Promise<T>;
}

const UTC = 'UTC';

/** Says what stands at the door, and sets the studio up when it is new. */
export function createStudioService(deps: StudioDeps) {
  const { studio, people, passwords, clock, demoAccounts, inTransaction } = deps;
  return {
    async door(): Promise<StudioDoor> {
      const found = await studio.find();
      return {
        studioName: found?.name ?? '',
        needsSetUp: !found,
        demoAccounts: found?.isDemo ? demoAccounts : [],
      };
    },
    constants: (): Promise<OwnConstants> => studio.constants(),
    settings: async (): Promise<StudioSettings> => ({
      timeZone: (await studio.find())?.timeZone ?? UTC,
    }),
    async saveSettings(settings: StudioSettings): Promise<StudioSettings> {
      await studio.saveTimeZone(settings.timeZone);
      return settings;
    },
    async saveConstants(constants: OwnConstants): Promise<OwnConstants> {
      await studio.saveConstants(constants);
      return constants;
    },
    /** The studio's row can be made once, so two set-ups at the same moment cannot both win. */
    async setUp({ studioName, name, signInName, password }: SetUp): Promise<void> {
      const owner = { id: clock.newId(), name, signInName, role: 'owner' as const };
      const passwordHash = await passwords.toHash(password);
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

export type StudioService = ReturnType<typeof createStudioService>;
