import type { Person } from '@harvu/contract';
import type { OverviewService } from './features/overview';
import type { PeopleStore } from './features/people';
import type { PlansService } from './features/plans';
import type { Passwords } from './platform/passwords';

export interface TrialDeps {
  readonly people: Pick<PeopleStore, 'list' | 'accountOf'>;
  readonly overview: Pick<OverviewService, 'of'>;
  readonly plans: Pick<PlansService, 'list' | 'find'>;
  readonly passwords: Pick<Passwords, 'isRight' | 'isOwn'>;
}

const PATIENCE_MS = 120_000;

/** Makes what tries a studio that was brought back before it counts. */
export function createTrial(deps: TrialDeps) {
  return (owner: Person): Promise<boolean> => {
    let timer: NodeJS.Timeout | undefined;
    const tooLong = new Promise<boolean>((resolve) => {
      timer = setTimeout(() => resolve(false), PATIENCE_MS);
    });
    return Promise.race([tried(deps, owner), tooLong]).finally(() => clearTimeout(timer));
  };
}

/** Looks at a studio as its owner would: everybody can be asked for their password, Today and a plan can be made. */
async function tried({ people, overview, plans, passwords }: TrialDeps, owner: Person) {
  for (const { id } of await people.list()) {
    const { passwordHash = '' } = (await people.accountOf(id)) ?? {};
    if (passwordHash !== '' && !passwords.isOwn(passwordHash)) return false;
  }
  const hash = (await people.accountOf(owner.id))?.passwordHash ?? '';
  await passwords.isRight('a word that is nobody’s', hash);
  await overview.of(owner);
  const [first] = await plans.list(owner);
  if (first) await plans.find(first.id, owner);
  return true;
}
