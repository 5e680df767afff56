import { changeBetween, USUAL_CONVENTIONS, type Conventions, type Hand } from '../fretboard';
import {
  changesOf,
  partsOf,
  playingOf,
  type ChordChange,
  type Part,
  type PlayedBar,
  type Playing,
} from '../form';
import { settledFrame, type SongDocument } from '../song';
import type { Bpm } from '../units';
import { handFor, songGrips, type SongGrip } from './song-grips';

/** A change with the time it takes a usual player. */
export interface TimedSongChange extends ChordChange {
  readonly seconds: number;
}

/** A song taken apart, ready for its steps to be made. */
export interface Workpiece {
  readonly playing: Playing;
  /** Parts that are played, in playing order. */
  readonly parts: readonly Part[];
  readonly goalBpm: Bpm;
  /** Beats from the last stroke of a chord to the first of the next, strumming twice a beat (eighths in x/8). */
  readonly windowBeats: number;
  readonly capo: number;
  /** Which of a chord's two names is said with a capo. */
  readonly names: Conventions['names'];
  /** Beats of a full bar. */
  readonly meterBeats: number;
  readonly grips: readonly SongGrip[];
  /** The hand the grips and changes are judged for. */
  readonly hand: Hand;
  /** The changes of the song whose grips are known; both directions where both occur. */
  readonly changes: readonly TimedSongChange[];
}

function timedChanges(
  song: SongDocument,
  playing: Playing,
  grips: readonly SongGrip[],
): readonly TimedSongChange[] {
  const byName = new Map(grips.map((grip) => [grip.name, grip]));
  const hand = handFor(song);
  return changesOf(playing.occurrences.flatMap((one) => one.bars)).flatMap(({ from, to }) => {
    const [a, b] = [byName.get(from), byName.get(to)];
    return a && b ? [{ from, to, seconds: changeBetween(a, b, { hand }).seconds }] : [];
  });
}

/**
 * Takes a song apart: what is played, its parts, grips and timed changes; for a reader who names
 * chords by shape, unless told otherwise.
 *
 * @example
 * workpieceOf(readChart('[A]\n| G | D |').song).changes.map((change) => change.to) // ['D']
 */
export function workpieceOf(
  song: SongDocument,
  { names }: Pick<Conventions, 'names'> = USUAL_CONVENTIONS,
): Workpiece {
  const playing = playingOf(song, partsOf(song));
  const grips = songGrips(song, playing);
  return {
    playing,
    parts: [...new Set(playing.occurrences.map((one) => one.part))],
    goalBpm: settledFrame(song.frame).tempo,
    windowBeats: settledFrame(song.frame).meter.unit >= 8 ? 1 : 0.5,
    meterBeats: settledFrame(song.frame).meter.beats,
    grips,
    hand: handFor(song),
    capo: settledFrame(song.frame).capo,
    names,
    changes: timedChanges(song, playing, grips),
  };
}

/**
 * Gives the bars a part is played with, wherever it comes in the song (transposed ones included).
 *
 * @example
 * barsOfPart(workpieceOf(EMPTY_SONG), 's1') // []
 */
export function barsOfPart(work: Workpiece, partId: string): readonly PlayedBar[] {
  return work.playing.occurrences
    .filter((one) => one.part.id === partId)
    .flatMap((one) => one.bars);
}
