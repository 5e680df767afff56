import { accentedBeats } from '../rhythm';
import type { Seconds } from '../units';
import { secondsAt, type Stretch } from './stretch';

/** One click of a stretch: where it falls, and whether it carries the weight of its group. */
export interface TimedClick {
  /** Whole beats from the start of the stretch. */
  readonly beat: number;
  readonly atS: Seconds;
  readonly accent: boolean;
}

/**
 * Lists the clicks of a stretch, one a beat in each bar's own meter and tempo; the first beat of every
 * group is accented. A pickup's beats are the last of a bar. Empty for no bars.
 *
 * @example
 * clicksOf(stretchOf(timelineOf(readChart('tempo: 60\nmeter: 6/8\n[A]\n| G |').song).occurrences[0].bars)).map((one) => one.accent) // [true, false, false, true, false, false]
 */
export function clicksOf({ bars }: Stretch): readonly TimedClick[] {
  return bars.flatMap((laid) => {
    const { beats, meter } = laid.bar;
    const accents = new Set(accentedBeats(meter));
    const skipped = Math.max(0, meter.beats - beats) * (laid.from === 0 ? 1 : 0);
    return Array.from({ length: beats }, (_, beat) => ({
      beat: laid.from + beat,
      atS: secondsAt(laid, beat),
      accent: accents.has((beat + skipped) % meter.beats),
    }));
  });
}
