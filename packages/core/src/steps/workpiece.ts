import { changeBetween, USUAL_CONVENTIONS, type Conventions, type Hand } from '../fretboard';
import {
  changesOf,
  changeWindows,
  partsOf,
  patternNamed,
  playingOf,
  type ChordChange,
  type Part,
  type PlayedBar,
  type Playing,
} from '../form';
import type { Meter, Pattern } from '../rhythm';
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
  /** The song's patterns by name, those that fill their bar. */
  readonly patterns: Readonly<Record<string, Pattern>>;
  /** What is assumed where a section has no pattern: two strokes a beat, one where the beat is an eighth. */
  readonly usualPattern: Pattern;
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

function patternsOf(song: SongDocument): Readonly<Record<string, Pattern>> {
  return Object.fromEntries(
    song.patterns.flatMap(({ name }) => {
      const pattern = patternNamed(song, name);
      return pattern ? [[name, pattern] as const] : [];
    }),
  );
}

function usualPattern(meter: Meter): Pattern {
  const slotsPerBar = meter.unit >= 8 ? meter.beats : meter.beats * 2;
  const slots = Array.from({ length: slotsPerBar }, (_, slot) => ({
    kind: 'strum' as const,
    direction: slot % 2 === 0 ? ('down' as const) : ('up' as const),
  }));
  return { meter, bars: 1, slotsPerBar, slots };
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
    patterns: patternsOf(song),
    usualPattern: usualPattern(settledFrame(song.frame).meter),
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

/** A change with its time and the beats there are for it. */
export interface WindowedChange extends TimedSongChange {
  readonly windowBeats: number;
}

/**
 * Gives every change some bars hold, with its time and its window in the pattern that is played;
 * changes between unknown grips are left out. Without a pattern the usual one is assumed.
 *
 * @example
 * windowedChanges(workpieceOf(EMPTY_SONG), [], undefined) // []
 */
export function windowedChanges(
  work: Workpiece,
  bars: readonly PlayedBar[],
  pattern: string | undefined,
): readonly WindowedChange[] {
  const played = work.patterns[pattern ?? ''] ?? work.usualPattern;
  return changeWindows(bars, played).flatMap(({ from, to, windowBeats }) => {
    const timed = work.changes.find((one) => one.from === from && one.to === to);
    return timed ? [{ ...timed, windowBeats }] : [];
  });
}

/**
 * Gives the changes of a part wherever it is played, in its own pattern.
 *
 * @example
 * changesOfPart(workpieceOf(readChart('tempo: 60\n[A]\n| G | D |').song), 's3').map((one) => one.windowBeats) // [0.5]
 */
export function changesOfPart(work: Workpiece, partId: string): readonly WindowedChange[] {
  return work.playing.occurrences
    .filter((one) => one.part.id === partId)
    .flatMap((one) => windowedChanges(work, one.bars, one.pattern));
}

/**
 * Gives every change of a song once, with the least time there is for it anywhere, slowest first.
 *
 * @example
 * tightestChanges(workpieceOf(readChart('[A]\n| G | D |').song)).map((one) => one.windowBeats) // [0.5]
 */
export function tightestChanges(work: Workpiece): readonly WindowedChange[] {
  const windows = new Map<string, number>();
  for (const { from, to, windowBeats } of work.parts.flatMap((part) =>
    changesOfPart(work, part.id),
  )) {
    const key = `${from} ${to}`;
    windows.set(key, Math.min(windows.get(key) ?? Infinity, windowBeats));
  }
  // A change that comes only where sections meet is struck in the usual way.
  const usual = work.usualPattern.meter.beats / work.usualPattern.slotsPerBar;
  return work.changes
    .map((one) => ({ ...one, windowBeats: windows.get(`${one.from} ${one.to}`) ?? usual }))
    .sort((a, b) => b.seconds - a.seconds);
}
