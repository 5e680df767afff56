import type { Tempos } from '../song';
import { beatsToNumber, seconds, type Beats, type Bpm, type Seconds } from '../units';

/** A stretch of beats over which the tempo goes evenly from one to another; mostly they are the same. */
export interface BentTempo extends Tempos {
  /** Whole beats over which it bends. */
  readonly beats: number;
}

/**
 * Gives the tempo so many beats into a bend, even over its beats.
 *
 * @example
 * tempoAt({ tempo: 90, tempoTo: 60, beats: 6 }, 2) // 80
 */
export function tempoAt({ tempo, tempoTo, beats }: BentTempo, at: number): Bpm {
  return (tempo === tempoTo ? tempo : tempo + ((tempoTo - tempo) * at) / beats) as Bpm;
}

/**
 * Gives the seconds from the start of a bend to so many beats into it: beats · 60/tempo where it is
 * steady, else the integral of 60/tempo over the beats, 60·B/(to − from) · ln(tempo there/from).
 *
 * @example
 * secondsInto({ tempo: 120, tempoTo: 120, beats: 8 }, 4) // 2
 * @example
 * secondsInto({ tempo: 120, tempoTo: 60, beats: 8 }, 8).toFixed(3) // '5.545'
 */
export function secondsInto(bend: BentTempo, at: Beats | number): Seconds {
  const { tempo, tempoTo, beats } = bend;
  const into = beatsToNumber(at);
  if (tempo === tempoTo) return seconds((into * 60) / tempo);
  return seconds(((60 * beats) / (tempoTo - tempo)) * Math.log(tempoAt(bend, into) / tempo));
}
