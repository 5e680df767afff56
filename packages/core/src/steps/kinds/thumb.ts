import type { RiffNote } from '../../riff';

/**
 * Gives the places of the notes the thumb plucks, where other fingers pluck others; none where thumb and
 * fingers do not differ.
 *
 * @example
 * thumbPlaces([]) // []
 */
export function thumbPlaces(notes: readonly Pick<RiffNote, 'plucked'>[]): readonly number[] {
  const isFingered = notes.some(({ plucked }) => plucked !== undefined && plucked !== 'p');
  return isFingered ? notes.flatMap(({ plucked }, place) => (plucked === 'p' ? [place] : [])) : [];
}
