import { beatsToNumber, seconds, type Beats, type Seconds } from '../units';
import type { StruckBar } from './bar';
import { secondsInto } from './tempo';

/** A bar where it stands among bars that follow each other. */
export interface LaidBar {
  readonly bar: StruckBar;
  /** Whole beats from the first bar. */
  readonly from: number;
  /** Whole beats from the first bar to its end. */
  readonly until: number;
  /** From the first bar, each bar in its own tempo. */
  readonly startsAt: Seconds;
}

/** Bars that follow each other: a whole song, one pass through a section, two bars into two. */
export interface Stretch {
  readonly bars: readonly LaidBar[];
  /** Whole beats of all bars. */
  readonly beats: number;
  readonly lasts: Seconds;
}

/**
 * Lays bars one after the other; the one place where positions are added up.
 *
 * @example
 * stretchOf(timelineOf(readChart('tempo: 60\n[A]\n| G | D |').song).occurrences[0].bars).beats // 8
 */
export function stretchOf(bars: readonly StruckBar[]): Stretch {
  let [from, startsAt] = [0, 0];
  const laid = bars.map((bar) => {
    const one = { bar, from, until: from + bar.beats, startsAt: seconds(startsAt) };
    from += bar.beats;
    startsAt += secondsOf(bar, bar.beats);
    return one;
  });
  return { bars: laid, beats: from, lasts: seconds(startsAt) };
}

/**
 * Gives the seconds from the start of a stretch to a position in one of its bars.
 *
 * @example
 * secondsAt(stretchOf(timelineOf(readChart('tempo: 60\n[A]\n| G | D |').song).occurrences[0].bars).bars[1], '1/2') // 4.5
 */
export function secondsAt({ bar, startsAt }: LaidBar, at: Beats): Seconds {
  return seconds(startsAt + secondsOf(bar, at));
}

function secondsOf(bar: StruckBar, upTo: Beats): number {
  const { bend, intoBend, sectionBeats = 1 } = bar;
  const counted = beatsToNumber(upTo) * sectionBeats;
  if (bend.tempo === bend.tempoTo) return secondsInto(bend, counted);
  return secondsInto(bend, intoBend + counted) - secondsInto(bend, intoBend);
}
