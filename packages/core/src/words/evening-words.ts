import { chordLabel } from '../chord';
import { tuningName, type Tuning } from '../pitch';
import type { StageChange } from '../evening';

/**
 * Says what is done between two items of an evening; empty where nothing is.
 *
 * @example
 * changeWords({ strings: [], capoTo: 0, seconds: 4, isTwiceInARow: false }) // 'take the capo off: about 4 s'
 */
export function changeWords({ strings, capoTo, seconds, isTwiceInARow }: StageChange): string {
  const done = [
    ...(strings.length > 0 ? [`tune ${strings.map(chordLabel).join(', ')}`] : []),
    ...(capoTo === null ? [] : [capoTo === 0 ? 'take the capo off' : `put the capo to ${capoTo}`]),
  ];
  const takes = done.length === 0 ? '' : `${done.join(', ')}: about ${seconds} s`;
  const twice = isTwiceInARow ? 'the same player again' : '';
  return [takes, twice].filter(Boolean).join('; ');
}

/**
 * Says how the guitar stands for a song.
 *
 * @example
 * standsWords({ tuning: ['E2', 'A2', 'D3', 'G3', 'B3', 'E4'], capo: 2 }) // 'standard tuning, capo 2'
 */
export function standsWords({
  tuning,
  capo,
}: {
  readonly tuning: Tuning;
  readonly capo: number;
}): string {
  return `${tuningName(tuning)} tuning, ${capo === 0 ? 'no capo' : `capo ${capo}`}`;
}
