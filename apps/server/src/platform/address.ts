import { getConnInfo } from '@hono/node-server/conninfo';
import type { Context } from 'hono';

/**
 * Tells where a request comes from. Behind so many proxies of one's own, the address is the one the
 * outermost of them wrote down; what a stranger wrote before that is not believed.
 */
export function addressBehind(proxies: number): (c: Context) => string {
  return (c) => {
    const told = (c.req.header('x-forwarded-for') ?? '').split(',').map((one) => one.trim());
    const forwarded = proxies > 0 ? told.at(-proxies) : undefined;
    return blockOf(forwarded ?? getConnInfo(c).remote.address ?? '');
  };
}

/** A household has one address of the older kind, and a whole block of the newer. */
function blockOf(address: string): string {
  const plain = address.replace(/^::ffff:/, '');
  return plain.includes(':') ? plain.split(':').slice(0, 4).join(':') : plain;
}
