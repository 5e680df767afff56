/** From one grip to another, by the names of their chords. */
export interface Change {
  readonly from: string;
  readonly to: string;
}

/**
 * Gives the key of a change, which goes one way.
 *
 * @example
 * changeKey({ from: 'G', to: 'D' }) // 'G D'
 */
export function changeKey({ from, to }: Change): string {
  return `${from} ${to}`;
}

/**
 * Gives the key of a pair of grips, whichever way one changes between them.
 *
 * @example
 * pairKey({ from: 'G', to: 'D' }) // 'D G'
 */
export function pairKey({ from, to }: Change): string {
  return [from, to].sort().join(' ');
}
