import type { OpenEnd } from '../guide';
import type { Occurrence } from '../timeline';

/** An open end of the song, and what it waits for. */
export interface CuedOpenEnd extends OpenEnd {
  /** What is listened for before one goes on. */
  readonly cue: string;
}

/** When each bar begins as it is written, in seconds, and how long all of them last. */
interface Written {
  readonly barsS: readonly number[];
  readonly lastsS: number;
}

/**
 * Gives the sections that go round until a cue, in the order they are played: one round of each, and where the
 * song goes on after the rounds that are likely.
 *
 * @example
 * openEndsOf([], { barsS: [], lastsS: 0 }) // []
 */
export function openEndsOf(
  occurrences: readonly Occurrence[],
  { barsS, lastsS }: Written,
): readonly CuedOpenEnd[] {
  let first = 0;
  return occurrences.flatMap((one) => {
    const [begins, ends] = [first, first + one.bars.length];
    first = ends;
    if (one.until === undefined || one.bars.length === 0) return [];
    const at = (bar: number): number => barsS[bar] ?? lastsS;
    const untilS = at(begins + barsInRound(one));
    return [{ fromS: at(begins), untilS, thenS: at(ends), cue: one.until }];
  });
}

/** Bars of a section until it begins anew. */
function barsInRound({ bars }: Occurrence): number {
  const second = bars.findIndex(({ inPass }, index) => index > 0 && inPass === 1);
  return second < 0 ? bars.length : second;
}
