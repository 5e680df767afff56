import type { BarChord } from '../song';
import type { BarStrokes, StruckBar } from '../timeline';
import { bpm, seconds } from '../units';
import type { Workpiece } from './workpiece';

/** A bar that is no bar of the song: of a drill, a grip, the hand alone. */
export interface PracticeBar {
  /** From 1. */
  readonly number: number;
  readonly beats: number;
  readonly chords: readonly BarChord[];
  readonly struck?: BarStrokes;
}

/** Gives a bar of practice as one that is played, at the goal's tempo or another. */
export function toPlayedBar(
  { number, beats, chords, struck }: PracticeBar,
  { meter, feel, goalBpm }: Workpiece,
  tempo: number = goalBpm,
): StruckBar {
  const own = bpm(tempo);
  return {
    id: '',
    number,
    inPass: number,
    beats,
    chords,
    feel,
    meter: beats === meter.beats ? meter : { ...meter, beats, groups: [beats] },
    bend: { tempo: own, tempoTo: own, beats },
    intoBend: 0,
    startsAt: seconds(0),
    ...(struck && { struck }),
  };
}
