import { changeKey, changeTime, mostLacking, type ChangeTime } from '../change';
import { changeBetween, type Hand } from '../fretboard';
import { USUAL_CONVENTIONS, type Conventions } from '../conventions';
import type { Effect } from '../sound';
import {
  handFor,
  measuredSeconds,
  paceFactorOf,
  secondsAtMost,
  songGrips,
  USUAL_STUDENT,
  type SongGrip,
  type Student,
} from '../player';
import { partsOf, type Part, type PartedSong, type PartOccurrence } from '../form';
import { settledFrame, type Layer, type SettledFrame, type SongDocument } from '../song';
import {
  barsInLayer,
  changesOf,
  heardIn,
  songPatterns,
  stretchOf,
  windowsOf,
  withOrnaments,
  type ChangeWindow,
  type ChordChange,
  type SongPatterns,
  type StruckBar,
} from '../timeline';
import type { Bpm } from '../units';
import { USUAL_CONSTANTS, type Constants } from '../constants';
import { riffMatters, type RiffToLearn } from './riff-to-learn';

/** A change with the time it takes this student. */
export interface TimedSongChange extends ChordChange {
  readonly seconds: number;
  /** The student has shown it; otherwise the time is predicted. */
  readonly isShown?: true;
  /** The time is what a step before asks for. */
  readonly guaranteedBy?: 'drill' | 'music';
  /** It was played within so many seconds in music that holds its goal. */
  readonly provenSeconds?: number;
}

/** A song taken apart, ready for its steps to be made. */
export interface Workpiece extends Pick<
  SettledFrame,
  'capo' | 'down' | 'raised' | 'tuning' | 'meter' | 'feel'
> {
  readonly timeline: PartedSong;
  /** Parts that are played, in playing order. */
  readonly parts: readonly Part[];
  readonly goalBpm: Bpm;
  readonly patterns: SongPatterns;
  /** The riffs that are played, in the order they come. */
  readonly riffs: readonly RiffToLearn[];
  /** What the sound goes through, in this order. */
  readonly sound: readonly Effect[];
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
  readonly comes: ReadonlyMap<string, readonly PartOccurrence[]>;
  readonly student: Student;
  /** How much slower than usual the student changes and learns. */
  readonly pace: number;
  readonly constants: Constants;
}

/** Whom a song is taken apart for. */
export interface WorkpieceOptions {
  /** Which of a chord's two names is said; by shape by default. */
  readonly names?: Conventions['names'];
  readonly student?: Student;
  readonly constants?: Constants;
}

/** A change with the time it takes a usual hand. */
interface PredictedChange extends ChordChange {
  readonly predicted: number;
}

/**
 * Takes a song apart: what is played, its parts, grips and timed changes; for a usual student who
 * names chords by shape, unless told otherwise.
 *
 * @example
 * workpieceOf(readChart('[A]\n| G | D |').song).changes.map((change) => change.to) // ['D']
 */
export function workpieceOf(song: SongDocument, options: WorkpieceOptions = {}): Workpiece {
  const { student = USUAL_STUDENT, constants = USUAL_CONSTANTS } = options;
  const timeline = partsOf(song);
  const grips = songGrips(song, timeline, student);
  const hand = handFor(song, student);
  const predicted = predictedChanges(timeline, grips, hand);
  const pace = paceOf(predicted, student, constants);
  const changes = timedChanges(predicted, student, pace);
  const { tempo, meter, feel, capo, down, raised, tuning } = settledFrame(song);
  const patterns = songPatterns(song);
  return {
    timeline,
    parts: [...new Set(timeline.occurrences.map((one) => one.part))],
    patterns,
    riffs: riffMatters(timeline, patterns, { tuning, hand, student }),
    goalBpm: tempo,
    meter,
    feel,
    meterBeats: meter.beats,
    capo,
    down,
    raised,
    tuning,
    grips,
    hand,
    sound: song.frame.sound ?? [],
    names: options.names ?? USUAL_CONVENTIONS.names,
    student,
    pace,
    constants,
    changes,
    timed: new Map(changes.map((one) => [changeKey(one), one])),
    comes: byPart(timeline),
  };
}

/** A time that steps before guarantee: a drill that is held, or music that holds its goal. */
export interface Guaranteed {
  readonly seconds: number;
  readonly by: 'drill' | 'music';
}

/** The same workpiece with changes as quick as steps before guarantee, where that is quicker; by "from to". */
export function withGuaranteed(
  work: Workpiece,
  guaranteed: ReadonlyMap<string, Guaranteed>,
): Workpiece {
  const changes = work.changes.map((one): TimedSongChange => {
    const held = guaranteed.get(changeKey(one));
    if (!held) return one;
    const { seconds, by } = held;
    const isQuicker = seconds < one.seconds;
    return {
      ...one,
      ...(by === 'music' && { provenSeconds: seconds }),
      ...(isQuicker && { seconds, guaranteedBy: by }),
    };
  });
  const timed = new Map(changes.map((one) => [changeKey(one), one]));
  return { ...work, changes, timed };
}

/**
 * Remembers what was worked out of a workpiece, which never changes: its steps ask for the same bars and
 * changes many times.
 */
export function createMemory<T>(): (of: object, key: string, make: () => T) => T {
  const known = new WeakMap<object, Map<string, T>>();
  return (of, key, make) => {
    const own = known.get(of) ?? new Map<string, T>();
    known.set(of, own);
    const found = own.get(key) ?? make();
    own.set(key, found);
    return found;
  };
}

const rememberedPlays = createMemory<readonly (readonly StruckBar[])[]>();
const rememberedWindows = createMemory<readonly ChangeWindow[]>();

/**
 * Gives the bars a part is played with in a layer, wherever it comes in the song (transposed ones
 * included).
 *
 * @example
 * barsOfPart(workpieceOf(EMPTY_SONG), 's1', 'full') // []
 */
export function barsOfPart(work: Workpiece, partId: string, layer: Layer): readonly StruckBar[] {
  return playsOf(work, partId, layer).flat();
}

/**
 * Gives the first pass of a part, in a layer, each time it comes (transposed ones included).
 *
 * @example
 * passesOfPart(workpieceOf(readChart('[A] x2\n| G | D |').song), 's3', 'full').map((bars) => bars.length) // [2]
 */
export function passesOfPart(
  work: Workpiece,
  partId: string,
  layer: Layer,
): readonly (readonly StruckBar[])[] {
  const length = occurrencesOf(work, partId)[0]?.part.bars.length ?? 0;
  return playsOf(work, partId, layer).map((bars) => bars.slice(0, Math.max(1, length)));
}

/** A change with its time and the beats there are for it. */
export interface WindowedChange extends TimedSongChange {
  readonly windowBeats: number;
  /** Where it comes, in beats from the start of the bars that were looked at. */
  readonly atBeat: number;
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
  return timedWindows(work, windowsOf(bars));
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
  return timedWindows(work, windowsOfPart(work, partId, layer));
}

const rememberedTightest = createMemory<ReadonlyMap<string, number>>();

/** The least beats there are for each change of a part in a layer, by "from to". */
export function tightestOfPart(
  work: Workpiece,
  partId: string,
  layer: Layer,
): ReadonlyMap<string, number> {
  return rememberedTightest(work.timeline, `${partId} ${layer}`, () => {
    const least = new Map<string, number>();
    for (const { from, to, windowBeats } of windowsOfPart(work, partId, layer)) {
      const key = changeKey({ from, to });
      least.set(key, Math.min(windowBeats, least.get(key) ?? Infinity));
    }
    return least;
  });
}

/** Bars on either side of a crossing. */
export const CROSSING_SIDE = 2;

/** The last bars of one part and the first of another, as they follow each other in a layer. */
export function crossingBars(
  work: Workpiece,
  [from, to]: readonly [string, string],
  layer: Layer,
): { readonly before: readonly StruckBar[]; readonly after: readonly StruckBar[] } {
  return {
    before: (playsOf(work, from, layer)[0] ?? []).slice(-CROSSING_SIDE),
    after: (playsOf(work, to, layer)[0] ?? []).slice(0, CROSSING_SIDE),
  };
}

/** The change from one part into another: all else is known from the parts themselves. */
export function crossingChanges(
  work: Workpiece,
  pair: readonly [string, string],
  layer: Layer,
): readonly WindowedChange[] {
  const windows = rememberedWindows(work.timeline, `${pair.join(' > ')} ${layer}`, () => {
    const { before, after } = crossingBars(work, pair, layer);
    const { beats } = stretchOf(before);
    return windowsOf([...before, ...after]).filter((one) => one.atBeat === beats);
  });
  return timedWindows(work, windows);
}

/** Pairs of parts that follow each other, each once, by their ids. */
export function followingParts({ timeline }: Workpiece): readonly (readonly [string, string])[] {
  const pairs = new Map<string, readonly [string, string]>();
  timeline.occurrences.slice(1).forEach(({ part }, index) => {
    const before = timeline.occurrences[index]?.part.id;
    if (before !== undefined) pairs.set(`${before} ${part.id}`, [before, part.id]);
  });
  return [...pairs.values()];
}

/** A change of a song beside the least time there is for it at the song's tempo. */
export type SongChangeTime = WindowedChange & ChangeTime;

/**
 * Gives every change of a song once, beside the least time there is for it anywhere in a layer at the song's tempo;
 * what lacks most comes first.
 *
 * @example
 * changeTimesOf(workpieceOf(readChart('tempo: 60\n[A]\n| G | D |').song)).map((one) => one.has) // [0.5]
 */
export function changeTimesOf(work: Workpiece, layer: Layer = 'full'): readonly SongChangeTime[] {
  return mostLacking(
    tightestChanges(work, layer).map((one) => ({ ...one, ...changeTime(one, work.goalBpm) })),
  );
}

function predictedChanges(
  { occurrences }: PartedSong,
  grips: readonly SongGrip[],
  hand: Hand,
): readonly PredictedChange[] {
  const byName = new Map(grips.map((grip) => [grip.name, grip]));
  const bars = occurrences.flatMap((one) => one.bars);
  const plain = changesOf(bars);
  const ornamented = withOrnaments(bars);
  const isKnown = (one: ChordChange): boolean =>
    plain.some(({ from, to }) => from === one.from && to === one.to);
  // Changes that only the optional chords bring come behind the others.
  const more = ornamented === bars ? [] : changesOf(ornamented).filter((one) => !isKnown(one));
  return [...plain, ...more].flatMap(({ from, to }) => {
    const [a, b] = [byName.get(from), byName.get(to)];
    return a && b ? [{ from, to, predicted: changeBetween(a, b, { hand }).seconds }] : [];
  });
}

/** What the student's own changes in this song say of all the others. */
function paceOf(
  changes: readonly PredictedChange[],
  { changes: shown, paceFactor }: Student,
  { paceShrink }: Constants,
): number {
  if (paceFactor !== undefined) return paceFactor;
  const compared = changes.flatMap((one) => {
    const measured = measuredSeconds(shown, one);
    return measured === undefined ? [] : [{ measured, predicted: one.predicted }];
  });
  return paceFactorOf(compared, paceShrink);
}

function timedChanges(
  changes: readonly PredictedChange[],
  student: Student,
  pace: number,
): readonly TimedSongChange[] {
  return changes.map(({ from, to, predicted }) => {
    const change = { from, to };
    const measured = measuredSeconds(student.changes, change);
    const atMost = secondsAtMost(student.changes, change);
    if (measured !== undefined) {
      return { ...change, seconds: Math.min(measured, atMost), isShown: true };
    }
    const seconds = predicted * pace;
    return atMost < seconds
      ? { ...change, seconds: atMost, isShown: true }
      : { ...change, seconds };
  });
}

function byPart({ occurrences }: PartedSong): ReadonlyMap<string, readonly PartOccurrence[]> {
  const comes = new Map<string, PartOccurrence[]>();
  for (const one of occurrences) {
    const known = comes.get(one.part.id) ?? [];
    comes.set(one.part.id, known);
    known.push(one);
  }
  return comes;
}

/** The bars of a part in a layer, each time it comes. */
function playsOf(work: Workpiece, partId: string, layer: Layer): readonly (readonly StruckBar[])[] {
  // What is played does not depend on how quick anybody is: it is the same for every time guaranteed.
  return rememberedPlays(work.timeline, `${partId} ${layer}`, () =>
    heardIn(occurrencesOf(work, partId), layer).map((one) =>
      barsInLayer(one, layer, work.patterns),
    ),
  );
}

function occurrencesOf(work: Workpiece, partId: string): readonly PartOccurrence[] {
  return work.comes.get(partId) ?? [];
}

function timedWindows(
  work: Workpiece,
  windows: readonly ChangeWindow[],
): readonly WindowedChange[] {
  return windows.flatMap(({ from, to, windowBeats, atBeat }) => {
    const one = work.timed.get(changeKey({ from, to }));
    return one ? [{ ...one, windowBeats, atBeat }] : [];
  });
}

function windowsOfPart(work: Workpiece, partId: string, layer: Layer): readonly ChangeWindow[] {
  return rememberedWindows(work.timeline, `${partId} ${layer}`, () =>
    playsOf(work, partId, layer).flatMap((bars) => windowsOf(bars)),
  );
}

/** Every change of a song once, with the least beats there are for it anywhere in a layer; in the order they come. */
function tightestChanges(work: Workpiece, layer: Layer = 'full'): readonly WindowedChange[] {
  const windows = new Map<string, Pick<WindowedChange, 'windowBeats' | 'atBeat'>>();
  // Played through, so that the changes where sections meet have their windows too.
  const all = rememberedWindows(work.timeline, layer, () =>
    windowsOf(work.timeline.occurrences.flatMap((one) => barsInLayer(one, layer, work.patterns))),
  );
  for (const window of all) {
    const key = changeKey(window);
    const windowBeats = atGoal(window, work);
    if (windowBeats < (windows.get(key)?.windowBeats ?? Infinity)) {
      windows.set(key, { windowBeats, atBeat: window.atBeat });
    }
  }
  return work.changes.flatMap((one) => {
    const tightest = windows.get(changeKey(one));
    return tightest ? [{ ...one, ...tightest }] : [];
  });
}

/** A window in beats of the song's own tempo, wherever in the song it is. */
function atGoal({ windowBeats, tempo }: ChangeWindow, { goalBpm }: Workpiece): number {
  return tempo === goalBpm ? windowBeats : (windowBeats * goalBpm) / tempo;
}
