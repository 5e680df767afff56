import { createHash, randomBytes } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import type { SecondFactor } from './people.store';

const ISSUER = 'Harvu';
const PERIOD_S = 30;
/** As many are given; as many may be used at once. */
export const RECOVERY_CODES = 10;

/** A new secret, and the address an authenticator reads it from. */
export function newFactor(label: string): { readonly secret: string; readonly uri: string } {
  const secret = new Secret({ size: 20 }).base32;
  return { secret, uri: totpOf(secret, label).toString() };
}

/** The time step a code belongs to, the one before and the one after allowed for; undefined for a wrong one. */
export function stepOf(secret: string, code: string, now: Date): number | undefined {
  const token = code.replace(/\s/g, '');
  if (!/^\d{6}$/.test(token)) return undefined;
  const delta = totpOf(secret, '').validate({ token, timestamp: now.getTime(), window: 1 });
  return delta === null ? undefined : Math.floor(now.getTime() / 1000 / PERIOD_S) + delta;
}

/** New codes for when the authenticator is lost, and what is kept of them. */
export function newRecoveryCodes(): {
  readonly codes: readonly string[];
  readonly hashes: readonly string[];
} {
  const codes = Array.from({ length: RECOVERY_CODES }, () => {
    const letters = randomBytes(5).toString('hex');
    return `${letters.slice(0, 5)}-${letters.slice(5)}`;
  });
  return { codes, hashes: codes.map(hashOf) };
}

/** The recovery codes left after one is used; undefined where it is none of them. */
export function withoutRecovery(
  { recoveryHashes }: SecondFactor,
  code: string,
): readonly string[] | undefined {
  const used = hashOf(code);
  return recoveryHashes.includes(used) ? recoveryHashes.filter((one) => one !== used) : undefined;
}

function totpOf(secret: string, label: string): TOTP {
  return new TOTP({ issuer: ISSUER, label, secret: Secret.fromBase32(secret), period: PERIOD_S });
}

function hashOf(code: string): string {
  return createHash('sha256').update(code.toLowerCase().replace(/[\s-]/g, '')).digest('hex');
}
