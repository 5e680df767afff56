import { type MINOR_BANDS } from '@harvu/contract';
import type {
  Consent,
  ConsentRecord,
  NewPerson,
  Person,
  PersonRecord,
  Role,
} from '@harvu/contract';
import type { Day } from '@harvu/core/day';
import type { Clock } from '../../platform/clock';
import { isTaken, type InTransaction, type Tx } from '../../platform/database';
import { badRequest, conflict, missing } from '../../platform/errors';
import type { Passwords } from '../../platform/passwords';
import { mustBeUncommon, normalised } from './common-passwords';
import type { ConsentsStore } from './consents.store';
import type { PeopleStore } from './people.store';
import type { SessionsStore } from './sessions.store';

export interface PeopleDeps {
  readonly people: PeopleStore;
  readonly sessions: SessionsStore;
  readonly consents: ConsentsStore;
  readonly passwords: Passwords;
  readonly clock: Clock;
  readonly inTransaction: InTransaction;
  readonly today: () => Promise<Day>;
  /** Notes how old somebody new is, before anything is shown to them. */
  readonly noteAge: (personId: string, ageBand: AgeBand, by: Person) => Promise<void>;
  /** Ends the address by which a calendar reads somebody's dates. */
  readonly endCalendar: (personId: string) => Promise<void>;
}

export type Consenting = Pick<PersonRecord, 'guardianConsentOn' | 'guardian'>;

/** A consent is given by somebody, and not tomorrow. */
export function checkConsent({ guardian, guardianConsentOn }: Consenting, today: Day): void {
  if (guardian.trim() === '') {
    throw badRequest(
      'A minor needs a guardian to turn to.',
      'Give a name and a contact.',
      'guardian',
    );
  }
  if (guardianConsentOn !== null && guardianConsentOn > today) {
    throw badRequest(
      'This consent is dated in the future.',
      'Record it on the day it was given.',
      'guardianConsentOn',
    );
  }
}

type AgeBand = (typeof MINOR_BANDS)[number];

const LAST_OWNER = conflict(
  'The studio needs an owner who can sign in.',
  'Make somebody else an owner first.',
);

type NoteConsent = (personId: string, consent: Consenting, by: Person) => Promise<void>;

/** Lets the owner keep accounts. */
export function createPeopleService(deps: PeopleDeps) {
  const { people, sessions, consents, passwords, clock, inTransaction, today, endCalendar } = deps;

  async function mustBeThere(id: string): Promise<PersonRecord> {
    const found = await people.find(id);
    if (!found) throw missing('person');
    return found;
  }

  /** Changes an account so that an owner is left, and ends its sessions. */
  async function change(id: string, work: (tx: Tx) => Promise<void>): Promise<void> {
    await inTransaction(async (tx) => {
      await work(tx);
      if ((await people.countOwners(tx)) === 0) throw LAST_OWNER;
    });
    await endAll(id);
  }

  /** Ends whatever opens an account without its password. */
  async function endAll(id: string): Promise<void> {
    await sessions.removeAllOf(id);
    await endCalendar(id);
  }

  const noteConsent = (personId: string, { guardian, guardianConsentOn }: Consenting, by: Person) =>
    consents.add({
      personId,
      guardian,
      consentOn: guardianConsentOn,
      recordedBy: by.id,
      recordedAt: clock.now(),
    });

  return {
    list: () => people.list(),
    add: createAdding(deps, noteConsent),
    async resetPassword(id: string, password: string): Promise<void> {
      await mustBeThere(id);
      mustBeUncommon(password);
      await people.savePassword(id, await passwords.toHash(normalised(password)));
      // Whoever lost their password may have lost what shows their codes, too.
      await people.saveFactor(id, null);
      await endAll(id);
    },
    async recordConsent(id: string, consent: Consent, owner: Person): Promise<void> {
      await mustBeThere(id);
      checkConsent(consent, await today());
      const { guardian, guardianConsentOn } = consent;
      await people.saveConsent(id, guardian, guardianConsentOn);
      await noteConsent(id, consent, owner);
      if (guardianConsentOn === null) await endAll(id);
    },
    async consentsOf(id: string): Promise<readonly ConsentRecord[]> {
      await mustBeThere(id);
      return consents.listOf(id);
    },
    async changeRole(id: string, role: Role): Promise<void> {
      await mustBeThere(id);
      await change(id, (tx) => people.saveRole(id, role, tx));
    },
    async putAway(id: string): Promise<void> {
      await mustBeThere(id);
      await change(id, (tx) => people.savePutAway(id, clock.now(), tx));
    },
    async takeBack(id: string): Promise<void> {
      await mustBeThere(id);
      await change(id, (tx) => people.savePutAway(id, null, tx));
    },
  };
}

/** Adds somebody; a minor with the consent of a guardian, and their age. */
function createAdding(
  { people, passwords, clock, today, noteAge }: PeopleDeps,
  noteConsent: NoteConsent,
) {
  return async (person: NewPerson, owner: Person): Promise<PersonRecord> => {
    if (person.isMinor) checkConsent(person, await today());
    mustBeUncommon(person.password);
    const { password, ageBand, ...rest } = person;
    const record = { ...rest, id: clock.newId() };
    const passwordHash = await passwords.toHash(normalised(password));
    try {
      await people.add({ ...record, passwordHash, createdAt: clock.now() });
    } catch (error) {
      if (!isTaken(error)) throw error;
      throw conflict('Somebody has this sign-in name already.', 'Choose another.', 'signInName');
    }
    if (person.isMinor) await noteConsent(record.id, person, owner);
    if (person.isMinor && person.role === 'student' && ageBand)
      await noteAge(record.id, ageBand, owner);
    return { ...record, isPutAway: false };
  };
}

export type PeopleService = ReturnType<typeof createPeopleService>;
