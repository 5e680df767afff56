/** Straight, or swung with a long-to-short ratio for each pair. */
export type Feel =
  | { readonly kind: 'straight' }
  | { readonly kind: 'swing'; readonly long: number; readonly short: number };

const SWING =
  /^(?:swing|swung|shuffled?|triplets?)(?:\s+(?:feel|eighths|8ths))?(?:\s+(\d):(\d))?$/i;
const STRAIGHT = /^(?:straight|even)(?:\s+(?:feel|eighths|8ths))?$/i;

/**
 * Reads a feel, "straight", "swing" (2:1) or "swing 3:2"; undefined when it is none.
 *
 * @example
 * parseFeel('swing 3:2') // { kind: 'swing', long: 3, short: 2 }
 */
export function parseFeel(text: string): Feel | undefined {
  if (STRAIGHT.test(text)) return { kind: 'straight' };
  const match = SWING.exec(text);
  if (!match) return undefined;
  const [long, short] = [Number(match[1] ?? 2), Number(match[2] ?? 1)];
  return short > 0 && long >= short ? { kind: 'swing', long, short } : undefined;
}

/**
 * Writes a feel as it is read.
 *
 * @example
 * formatFeel({ kind: 'swing', long: 2, short: 1 }) // 'swing 2:1'
 */
export function formatFeel(feel: Feel): string {
  return feel.kind === 'straight' ? 'straight' : `swing ${feel.long}:${feel.short}`;
}
