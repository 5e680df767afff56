import { hash, verify } from '@node-rs/argon2';

/** Turns passwords into Argon2id hashes and checks them. */
export interface Passwords {
  readonly toHash: (password: string) => Promise<string>;
  readonly isRight: (password: string, hashed: string) => Promise<boolean>;
}

/** Argon2id with 19 MiB and two rounds, the least that is held to be safe; Argon2id is the library's default. */
export const ARGON2: Passwords = {
  toHash: (password) => hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 }),
  isRight: (password, hashed) => verify(hashed, password),
};
