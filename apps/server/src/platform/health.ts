import { checked, signInSchema } from '@harvu/contract';
import type { Sequelize } from 'sequelize';
import type { Clock } from './clock';
import type { Passwords } from './passwords';
import type { Refusals } from './refusals';

/** How the server is: all that people need of it was just tried. */
export interface Health {
  readonly ok: boolean;
  /** What does not work, by the name of what was tried. */
  readonly failing?: string;
}

const FRESH_MS = 1000;
const PASSWORD_FRESH_MS = 30_000;
const WORD = 'a word for trying the lock';

/**
 * Tries what people need: that requests are read and checked, that a password is told from another, and
 * that the database reads and writes. The answer is kept for a second, so that asking costs nothing.
 */
export function createHealth(
  sequelize: Sequelize,
  { clock, passwords }: { readonly clock: Clock; readonly passwords: Passwords },
  refusals: Pick<Refusals, 'areThere'>,
) {
  let hashed: Promise<string> | undefined;
  let passwordAt = -Infinity;
  let known: { readonly at: number; readonly health: Promise<Health> } | undefined;

  const TRIED = {
    requests: () => {
      const { ok } = checked(signInSchema, { signInName: 'a', password: 'b' });
      if (!ok) throw new Error('a good request is refused');
      return Promise.resolve();
    },
    'signing in': async () => {
      if (performance.now() - passwordAt < PASSWORD_FRESH_MS) return;
      hashed ??= passwords.toHash(WORD);
      const isTold = await passwords.isRight(WORD, await hashed);
      if (!isTold) throw new Error('a right password is refused');
      passwordAt = performance.now();
    },
    writing: async () => {
      if (refusals.areThere()) throw new Error('there is no room');
      await sequelize.query(
        'INSERT INTO heartbeat (id, at) VALUES (1, ?) ON DUPLICATE KEY UPDATE at = VALUES(at)',
        { replacements: [clock.now()] },
      );
    },
  };

  async function tryAll(): Promise<Health> {
    for (const [failing, attempt] of Object.entries(TRIED)) {
      try {
        await attempt();
      } catch {
        return { ok: false, failing };
      }
    }
    return { ok: true };
  }

  return (): Promise<Health> => {
    const now = performance.now();
    if (!known || now - known.at > FRESH_MS) known = { at: now, health: tryAll() };
    return known.health;
  };
}
