import { accentedBeats, isFeltInThrees, type Meter } from '../rhythm';
import { addBeats, beatsToNumber, seconds, shareBeats, type Beats, type Seconds } from '../units';
import type { StruckBar } from './bar';
import { secondsAt, type LaidBar, type Stretch } from './stretch';

/**
 * What a click weighs: the first of a bar, the first of a group, a beat, a beat inside a group of a meter
 * that is felt in threes, or an off-beat.
 */
export type ClickWeight = 'bar' | 'group' | 'beat' | 'inner' | 'off';

/** One click of a stretch: where it falls, what it weighs, and what is counted on it. */
export interface TimedClick {
  /** Beats from the start of the stretch. */
  readonly beat: number;
  readonly atS: Seconds;
  readonly weight: ClickWeight;
  /** It carries the weight of its group. */
  readonly accent: boolean;
  /** The number said on it, from 1; null where none is. Meters in threes count their groups. */
  readonly count: number | null;
}

/** Clicks before the first beat, from the first of them. */
export interface CountIn {
  readonly clicks: readonly TimedClick[];
  readonly lasts: Seconds;
}

/**
 * Lists the clicks of a stretch, one a beat in each bar's own meter and tempo, the first beat of every group
 * accented. A pickup's beats are the last of a bar. Empty for no bars.
 *
 * @example
 * clicksOf(stretchOf(timelineOf(readChart('tempo: 60\nmeter: 6/8\n[A]\n| G |').song).occurrences[0].bars)).map((one) => one.weight).join(' ') // 'bar inner inner group inner inner'
 */
export function clicksOf({ bars }: Stretch): readonly TimedClick[] {
  return bars.flatMap((laid) => {
    const weights = weightsOf(laid.bar.meter);
    const missing = missingBeats(laid);
    return Array.from({ length: laid.bar.beats }, (_, beat): TimedClick => {
      const { weight = 'beat', count = null } = weights[(beat + missing) % weights.length] ?? {};
      return {
        beat: laid.from + beat,
        atS: secondsAt(laid, beat),
        weight,
        count,
        accent: isAccent(weight),
      };
    });
  });
}

/**
 * Lists the off-beats of a stretch, where they fall, swung or straight; meters in eighths have none, their
 * beats are short enough.
 *
 * @example
 * offBeatsOf(stretchOf(timelineOf(readChart('tempo: 60\nfeel: swing\n[A]\n| G |').song).occurrences[0].bars))[0].atS.toFixed(3) // '0.667'
 */
export function offBeatsOf({ bars }: Stretch): readonly TimedClick[] {
  return bars
    .filter(({ bar }) => bar.meter.unit < 8)
    .flatMap((laid) => {
      const off = offBeatIn(laid.bar);
      return Array.from({ length: laid.bar.beats }, (_, beat): TimedClick => {
        const at = addBeats(beat, off);
        const place = { beat: laid.from + beatsToNumber(at), atS: secondsAt(laid, at) };
        return { ...place, weight: 'off', count: null, accent: false };
      });
    });
}

/**
 * Counts so many bars in before a stretch, in the meter and the tempo it begins with. Into a pickup the
 * count goes on to where it begins: "1 2 3" and in on the fourth; where that is more than half a bar,
 * it is a bar of the count by itself. No clicks for no bars.
 *
 * @example
 * countInOf(stretchOf(timelineOf(readChart('tempo: 60\npickup: 1\n[A]\n| G | D |').song).occurrences[0].bars), 1).clicks.map((one) => one.count) // [1, 2, 3]
 */
export function countInOf({ bars: [first] }: Stretch, bars: number): CountIn {
  if (!first) return { clicks: [], lasts: seconds(0) };
  const { meter, bend, sectionBeats = 1 } = first.bar;
  const missing = missingBeats(first);
  const whole = missing > meter.beats / 2 ? bars - 1 : bars;
  const length = Math.max(0, whole) * meter.beats + missing;
  const beatS = (60 * sectionBeats) / bend.tempo;
  const weights = weightsOf(meter);
  const clicks = Array.from({ length }, (_, beat): TimedClick => {
    const place = (((missing - length + beat) % meter.beats) + meter.beats) % meter.beats;
    const { weight = 'beat', count = null } = weights[place] ?? {};
    return { beat, atS: seconds(beat * beatS), weight, count, accent: isAccent(weight) };
  });
  return { clicks, lasts: seconds(length * beatS) };
}

/** What a beat of a meter is, by its place in the bar, from 0. */
function weightsOf(meter: Meter): readonly Pick<TimedClick, 'weight' | 'count'>[] {
  const accents = accentedBeats(meter);
  const isInThrees = isFeltInThrees(meter);
  return Array.from({ length: meter.beats }, (_, place) => {
    const group = accents.indexOf(place);
    const weight = place === 0 ? 'bar' : group > 0 ? 'group' : isInThrees ? 'inner' : 'beat';
    const felt = group >= 0 ? group + 1 : null;
    return { weight, count: isInThrees ? felt : place + 1 };
  });
}

function isAccent(weight: ClickWeight): boolean {
  return weight === 'bar' || weight === 'group';
}

/** Beats that a first bar lacks: it is a pickup, and its beats are the last of a bar. */
function missingBeats({ bar: { meter, beats }, from }: LaidBar): number {
  return from === 0 ? Math.max(0, meter.beats - beats) : 0;
}

/** Where the off-beat of a beat falls in it: in the middle, or later where it is swung. */
function offBeatIn({ feel }: StruckBar): Beats {
  return feel.kind === 'swing' ? shareBeats(feel.long, feel.long + feel.short) : '1/2';
}
