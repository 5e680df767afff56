import { hash, verify } from '@node-rs/argon2';
import PQueue from 'p-queue';
import { busy } from './errors';

/** Turns passwords into Argon2id hashes and checks them. */
export interface Passwords {
  readonly toHash: (password: string) => Promise<string>;
  readonly isRight: (password: string, hashed: string) => Promise<boolean>;
  /** Whether checking against a hash takes no more than one that was made here; a foreign one could take any. */
  readonly isOwn: (hashed: string) => boolean;
}

const OWN = /^\$argon2id\$v=19\$m=(\d{1,6}),t=(\d),p=([1-4])\$[\w+/]{10,88}\$[\w+/]{20,88}$/;
const MOST_MEMORY = 65_536;
const MOST_ROUNDS = 4;

/** Argon2id with 19 MiB and two rounds, the least that is held to be safe; Argon2id is the library's default. */
export const ARGON2: Passwords = {
  toHash: (password) => hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 }),
  // Without a hash no password is right.
  isRight: async (password, hashed) => hashed !== '' && (await verify(hashed, password)),
  isOwn: (hashed) => {
    const [, memory, rounds] = OWN.exec(hashed) ?? [];
    return Number(memory) <= MOST_MEMORY && Number(rounds) <= MOST_ROUNDS;
  },
};

interface Bounds {
  readonly atOnce: number;
  /** How many may wait; whoever comes then is asked to come back. */
  readonly waiting: number;
}

const COME_BACK_S = 2;

/**
 * Works on so many passwords at once at most: each takes a core and a thread of the pool that files and
 * names are read with, so a crowd at the door would make every page wait.
 */
export function bounded(passwords: Passwords, { atOnce, waiting }: Bounds): Passwords {
  const queue = new PQueue({ concurrency: atOnce });
  const inTurn = async <T>(work: () => Promise<T>): Promise<T> => {
    if (queue.size >= waiting) {
      throw busy('Very many people sign in just now.', 'Try again in a moment.', COME_BACK_S);
    }
    return queue.add(work, { throwOnTimeout: true });
  };
  return {
    toHash: (password) => inTurn(() => passwords.toHash(password)),
    isRight: (password, hashed) => inTurn(() => passwords.isRight(password, hashed)),
    isOwn: passwords.isOwn,
  };
}
