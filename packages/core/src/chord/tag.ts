/** "Bm~low": a chord, and by a tag of the teacher's which of its grips. */
const TAGGED = /^(.+)~([A-Za-z0-9-]{1,12})$/;

/**
 * Gives the chord a name is of, without the tag that says which of its grips is meant.
 *
 * @example
 * withoutTag('Bm/F#~low') // 'Bm/F#'
 */
export function withoutTag(name: string): string {
  return TAGGED.exec(name)?.[1] ?? name;
}

/**
 * Gives the tag that says which grip of a chord is meant; undefined where none is said.
 *
 * @example
 * tagOf('Bm~low') // 'low'
 */
export function tagOf(name: string): string | undefined {
  return TAGGED.exec(name)?.[2];
}

/**
 * Gives a chord with the tag of one of its grips; as it is without one.
 *
 * @example
 * withTag('Bm', 'low') // 'Bm~low'
 */
export function withTag(name: string, tag: string | undefined): string {
  return tag === undefined ? name : `${name}~${tag}`;
}
