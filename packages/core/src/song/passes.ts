import type { MapEntry, Section } from './document';

/**
 * Counts the passes a section has before its endings begin again: as often as it is played each time it
 * comes, or as its endings go; at least 1.
 *
 * @example
 * endingRound({ id: 's1', name: 'A', times: 1, bars: [], endings: [{ pass: 2, bars: [] }] }) // 2
 */
export function endingRound({ times, endings = [] }: Section): number {
  return Math.max(times, ...endings.map((one) => one.pass));
}

/**
 * Lists the passes of a section as it stands on the map, by their number in the round of its endings: an
 * entry's own number multiplies the section's, "once" is the last pass alone.
 *
 * @example
 * passesOf({ id: 's1', name: 'A', times: 2, bars: [] }, { section: 'A', times: 2 }) // [1, 2, 1, 2]
 */
export function passesOf(
  section: Section,
  { times, once }: Pick<MapEntry, 'times' | 'once'>,
): readonly number[] {
  const round = endingRound(section);
  if (once) return Array<number>(times).fill(round);
  return Array.from({ length: section.times * times }, (_, index) => (index % round) + 1);
}
