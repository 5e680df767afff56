import type { Added, AddStudents, Person, StudentProfile } from '@harvu/contract';
import type { Day } from '@harvu/core/day';
import type { Clock } from '../../platform/clock';
import { isTaken, type InTransaction, type Tx } from '../../platform/database';
import { conflict } from '../../platform/errors';
import type { KeptStore } from '../../platform/versioned-store';
import type { ConsentsStore } from './consents.store';
import { checkConsent } from './people.service';
import type { PeopleStore } from './people.store';

export interface AddStudentsDeps {
  readonly people: PeopleStore;
  readonly consents: ConsentsStore;
  readonly profiles: KeptStore<StudentProfile>;
  readonly clock: Clock;
  readonly inTransaction: InTransaction;
  readonly today: () => Promise<Day>;
}

type NewStudent = AddStudents['students'][number];

/** What no password has as its hash: each is given one later. */
const NO_PASSWORD = '';

/** Takes in students from somewhere else, all of them or none. */
export function createAddStudents(deps: AddStudentsDeps) {
  const { people, consents, profiles, clock, inTransaction, today } = deps;

  async function add(student: NewStudent, by: string, tx: Tx): Promise<void> {
    const { profile, ...person } = student;
    const [id, now] = [clock.newId(), clock.now()];
    try {
      const account = { ...person, id, role: 'student' as const, passwordHash: NO_PASSWORD };
      await people.add({ ...account, createdAt: now }, tx);
    } catch (error) {
      throw isTaken(error) ? taken(student) : error;
    }
    const { isMinor, guardian, guardianConsentOn: consentOn } = person;
    const recorded = { recordedBy: by, recordedAt: now };
    if (isMinor) await consents.add({ personId: id, guardian, consentOn, ...recorded }, tx);
    await profiles.put(id, { baseVersion: 0, value: profile, by, at: now }, tx);
  }

  return async ({ students }: AddStudents, owner: Person): Promise<Added> => {
    const day = await today();
    for (const one of students) if (one.isMinor) checkConsent(one, day);
    await inTransaction(async (tx) => {
      for (const student of students) await add(student, owner.id, tx);
    });
    return { added: students.length };
  };
}

function taken({ name, signInName }: NewStudent) {
  return conflict(
    `Somebody signs in as “${signInName}” already.`,
    `Give ${name} another sign-in name; nobody was added.`,
    'signInName',
  );
}

export type TakeStudents = ReturnType<typeof createAddStudents>;
