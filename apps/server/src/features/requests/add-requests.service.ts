import type { Added, AddRequests, PersonRecord } from '@harvu/contract';
import type { Clock } from '../../platform/clock';
import type { InTransaction } from '../../platform/database';
import { missing } from '../../platform/errors';
import { WAITING } from './requests.service';
import type { RequestsStore } from './requests.store';

export interface AddRequestsDeps {
  readonly requests: RequestsStore;
  readonly people: { readonly list: () => Promise<readonly PersonRecord[]> };
  readonly clock: Clock;
  readonly inTransaction: InTransaction;
}

/** Takes in requests from somewhere else, all of them or none. */
export function createAddRequests({ requests, people, clock, inTransaction }: AddRequestsDeps) {
  return async ({ requests: all }: AddRequests): Promise<Added> => {
    const there = new Set((await people.list()).filter(isAsking).map(({ id }) => id));
    if (all.some(({ studentId }) => !there.has(studentId))) throw missing('student');
    const askedAt = clock.now().toISOString();
    await inTransaction(async (tx) => {
      for (const { wantedBy = null, ...one } of all)
        await requests.add({ ...one, wantedBy, id: clock.newId(), ...WAITING, askedAt }, tx);
    });
    return { added: all.length };
  };
}

function isAsking({ role, isPutAway }: PersonRecord): boolean {
  return role === 'student' && !isPutAway;
}

export type TakeRequests = ReturnType<typeof createAddRequests>;
