import type { Attempts } from '../../platform/attempts';
import type { Clock } from '../../platform/clock';
import type { RunningDays } from '../../platform/running-days';
import type { SessionsStore } from '../people';
import type { ActsStore } from './acts.store';
import type { ErasuresStore } from './erasures.store';

/** Something that was put away or deleted, and for how many days on which the studio runs it is kept. */
export interface PutAway {
  readonly id: string;
  readonly since: Date;
  readonly keepDays: number;
}

/** A kind of thing that is erased for good once it was put away long enough. */
export interface Erasable {
  readonly putAway: () => Promise<readonly PutAway[]>;
  readonly erase: (id: string) => Promise<unknown>;
  /** What is written down about it. */
  readonly act: string;
}

export interface TidyDeps {
  readonly acts: ActsStore;
  readonly sessions: SessionsStore;
  readonly attempts: Attempts;
  readonly erasables: readonly Erasable[];
  readonly erasures: ErasuresStore;
  readonly days: RunningDays;
  readonly clock: Clock;
}

/** Nothing is erased that was not announced for so many days on which the studio ran. */
export const ANNOUNCED_DAYS = 7;

/**
 * Forgets what the studio no longer keeps: old acts, sessions that ended, attempts that no longer count,
 * and what was put away longer ago than it says. Days are those on which the studio ran; where its clock
 * jumped nothing is done, and the owner is told.
 */
export async function tidy(deps: TidyDeps): Promise<void> {
  const { acts, sessions, attempts, days, clock } = deps;
  const now = clock.now();
  if ((await days.note(now)) !== 0) {
    await acts.add({ act: 'clockJumped', personId: null, aboutId: null }, now);
    return;
  }
  const oldest = await days.before(await acts.keptDays());
  if (oldest) await acts.forgetBefore(oldest);
  await sessions.removeExpired(now);
  await attempts.forgetOld();
  await tidyAway(deps, now);
}

/** Announces what is to be erased, erases what was announced long enough, and lets go of what was taken back. */
async function tidyAway({ acts, erasables, erasures, days }: TidyDeps, now: Date): Promise<void> {
  const announced = new Map((await erasures.list()).map(({ id, on }) => [id, on]));
  const known = new Set<string>();
  for (const { putAway, erase, act } of erasables)
    for (const { id, since, keepDays } of await putAway()) {
      const kept = await days.since(since);
      if (kept < keepDays - ANNOUNCED_DAYS) continue;
      known.add(id);
      const on = announced.get(id);
      if (!on) await erasures.announce(id, now);
      else if (kept >= keepDays && (await days.since(on)) >= ANNOUNCED_DAYS) {
        await erase(id);
        await erasures.forget(id);
        await acts.add({ act, personId: null, aboutId: id }, now);
      }
    }
  for (const id of announced.keys()) if (!known.has(id)) await erasures.forget(id);
}
