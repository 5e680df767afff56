import type { Attempts } from '../../platform/attempts';
import type { Clock } from '../../platform/clock';
import type { SessionsStore } from '../people';
import type { ActsStore } from './acts.store';
import type { PersonDataStore } from './person-data.store';

export interface TidyDeps {
  readonly acts: ActsStore;
  readonly sessions: SessionsStore;
  readonly attempts: Attempts;
  readonly data: PersonDataStore;
  readonly clock: Clock;
}

/**
 * Forgets what the studio no longer keeps: old acts, sessions that ended, attempts that no longer count,
 * and students who were put away longer ago than it says.
 */
export async function tidy({ acts, sessions, attempts, data, clock }: TidyDeps): Promise<void> {
  const now = clock.now();
  await acts.forgetOld(now);
  await sessions.removeExpired(now);
  await attempts.forgetOld();
  for (const id of await data.longPutAway(now)) {
    await data.erase(id);
    await acts.add({ act: 'erasePerson', personId: null, aboutId: id }, now);
  }
}
