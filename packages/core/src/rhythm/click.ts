import { seconds, type Bpm, type Seconds } from '../units';

/** One click of a steady count. */
export interface Click {
  /** Whole beats since the count began, from 0. */
  readonly beat: number;
  readonly atS: Seconds;
}

/** A steady count: where it began on the audio clock, and how fast it goes. */
export interface Count {
  readonly startS: number;
  readonly bpm: Bpm;
}

/**
 * Gives the time of one beat of a count. Each time is worked out from the start, never from the
 * click before it, so that nothing adds up and the count cannot drift.
 *
 * @example
 * clickTime({ startS: 10, bpm: 120 }, 3) // 11.5
 */
export function clickTime(count: Count, beat: number): Seconds {
  return seconds(count.startS + (beat * 60) / count.bpm);
}

/**
 * Lists the clicks from beat `fromBeat` whose time is before `untilS`; empty when there are none.
 *
 * @example
 * clicksUntil({ startS: 0, bpm: 60 }, { fromBeat: 1, untilS: 2.5 }).map((click) => click.beat) // [1, 2]
 */
export function clicksUntil(
  count: Count,
  { fromBeat, untilS }: { readonly fromBeat: number; readonly untilS: number },
): readonly Click[] {
  // One more than the division says, which may be a hair low; what is too late is filtered out.
  const last = Math.floor(beatsAt(count, untilS)) + 1;
  const beats = Math.max(0, last + 1 - fromBeat);
  return Array.from({ length: beats }, (_, index) => {
    const beat = fromBeat + index;
    return { beat, atS: clickTime(count, beat) };
  }).filter((click) => click.atS < untilS);
}

/**
 * Gives how many beats of a count have passed at a moment, with the part of the beat; negative
 * before it began.
 *
 * @example
 * beatsAt({ startS: 10, bpm: 120 }, 10.75) // 1.5
 */
export function beatsAt(count: Count, atS: number): number {
  return ((atS - count.startS) * count.bpm) / 60;
}
