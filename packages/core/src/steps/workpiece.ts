import { changeBetween, USUAL_CONVENTIONS, type Conventions, type Hand } from '../fretboard';
import {
  barsInLayer,
  changesOf,
  changeWindows,
  partsOf,
  playingOf,
  songPatterns,
  type ChordChange,
  type Occurrence,
  type Part,
  type Playing,
  type SongPatterns,
  type StruckBar,
} from '../form';
import { settledFrame, type Layer, type SongDocument } from '../song';
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
  readonly patterns: SongPatterns;
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
  /** The same by "from to". */
  readonly timed: ReadonlyMap<string, TimedSongChange>;
  /** Where each part comes, by its id. */
  readonly comes: ReadonlyMap<string, readonly Occurrence[]>;
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
  const changes = timedChanges(song, playing, grips);
  return {
    playing,
    parts: [...new Set(playing.occurrences.map((one) => one.part))],
    goalBpm: settledFrame(song.frame).tempo,
    patterns: songPatterns(song),
    meterBeats: settledFrame(song.frame).meter.beats,
    grips,
    hand: handFor(song),
    capo: settledFrame(song.frame).capo,
    names,
    changes,
    timed: new Map(changes.map((one) => [`${one.from} ${one.to}`, one])),
    comes: byPart(playing),
  };
}

function byPart({ occurrences }: Playing): ReadonlyMap<string, readonly Occurrence[]> {
  const comes = new Map<string, Occurrence[]>();
  for (const one of occurrences) {
    const known = comes.get(one.part.id) ?? [];
    comes.set(one.part.id, known);
    known.push(one);
  }
  return comes;
}

function occurrencesOf(work: Workpiece, partId: string): readonly Occurrence[] {
  return work.comes.get(partId) ?? [];
}

/**
 * Gives the bars a part is played with in a layer, wherever it comes in the song (transposed ones
 * included).
 *
 * @example
 * barsOfPart(workpieceOf(EMPTY_SONG), 's1', 'full') // []
 */
export function barsOfPart(work: Workpiece, partId: string, layer: Layer): readonly StruckBar[] {
  return occurrencesOf(work, partId).flatMap((one) => barsInLayer(one, layer, work.patterns));
}

/** A change with its time and the beats there are for it. */
export interface WindowedChange extends TimedSongChange {
  readonly windowBeats: number;
}

/**
 * Gives every change some bars hold, with its time and its window as the bars are played; changes
 * between unknown grips are left out.
 *
 * @example
 * windowedChanges(workpieceOf(EMPTY_SONG), []) // []
 */
export function windowedChanges(
  work: Workpiece,
  bars: readonly StruckBar[],
): readonly WindowedChange[] {
  return changeWindows(bars).flatMap(({ from, to, windowBeats }) => {
    const one = work.timed.get(`${from} ${to}`);
    return one ? [{ ...one, windowBeats }] : [];
  });
}

/**
 * Gives the changes of a part wherever it is played, in one layer.
 *
 * @example
 * changesOfPart(workpieceOf(readChart('tempo: 60\n[A]\n| G | D |').song), 's3', 'bare').map((one) => one.windowBeats) // [4]
 */
export function changesOfPart(
  work: Workpiece,
  partId: string,
  layer: Layer,
): readonly WindowedChange[] {
  return occurrencesOf(work, partId).flatMap((one) =>
    windowedChanges(work, barsInLayer(one, layer, work.patterns)),
  );
}

/**
 * Gives every change of a song once, with the least time there is for it anywhere in a layer,
 * slowest first.
 *
 * @example
 * tightestChanges(workpieceOf(readChart('[A]\n| G | D |').song)).map((one) => one.windowBeats) // [0.5]
 */
export function tightestChanges(work: Workpiece, layer: Layer = 'full'): readonly WindowedChange[] {
  const windows = new Map<string, number>();
  // Played through, so that the changes where sections meet have their windows too.
  const bars = work.playing.occurrences.flatMap((one) => barsInLayer(one, layer, work.patterns));
  for (const { from, to, windowBeats } of changeWindows(bars)) {
    const key = `${from} ${to}`;
    windows.set(key, Math.min(windows.get(key) ?? Infinity, windowBeats));
  }
  return work.changes
    .flatMap((one) => {
      const windowBeats = windows.get(`${one.from} ${one.to}`);
      return windowBeats === undefined ? [] : [{ ...one, windowBeats }];
    })
    .sort((a, b) => b.seconds - a.seconds);
}
