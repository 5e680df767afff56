import { listed } from '../wording';
import { chordLabel, findKey, parseChordName, transposeChordName, type TimedChord } from '../chord';
import { barreStrings, checkGrip, soundingNotes } from '../fretboard';
import { withCommand } from '../edits';
import { keySigns, noteName } from '../pitch';
import { readRiff, riffFrameOf } from '../riff';
import { settledFrame, type SongDocument } from '../song';
import {
  gripMinutes,
  isGripOwned,
  workpieceOf,
  type Workpiece,
  type WorkpieceOptions,
  changeTimesOf,
} from '../steps';
import type { SongGrip } from '../player';
import { timelineOf } from '../timeline';
import { beatsToNumber } from '../units';

/** Further up a capo leaves too little of the neck. */
export const HIGHEST_ADVISED = 9;

/** One shape of a song behind the capo. */
export interface CapoShape extends SongGrip {
  /** A finger lies over three strings or more. */
  readonly isBarre: boolean;
  readonly isOwned: boolean;
}

/** A place for the capo, with what it asks of the hand. */
export interface CapoOption {
  readonly capo: number;
  /** Semitones the song sounds higher than it is written now. */
  readonly higher: number;
  /** What it sounds in; undefined where no key is found. */
  readonly key: string | undefined;
  /** The distinct shapes, in the order they are needed first. */
  readonly shapes: readonly CapoShape[];
  /** Every chord as it comes, by its shape there. */
  readonly chords: readonly string[];
  /** Minutes of learning it weighs: its grips and changes, and how high the capo sits. */
  readonly cost: number;
  readonly barres: number;
  /** What is lost in sound, a few words each. */
  readonly lost: readonly string[];
  /** What decides, in one sentence. */
  readonly why: string;
  /** It is as the song is now. */
  readonly isNow: boolean;
}

const BARRE_STRINGS = 3;
/** The least a change takes that 60 a minute serves. */
const DRILLED_SECONDS = 0.65;
/** A chord nobody finds a grip for. */
const UNHELD_MINUTES = 30;
const HEARD_LOWER = 3;
const THIN_FROM = 7;

export function shapesOf(work: Workpiece): readonly CapoShape[] {
  return work.grips.map((grip) => ({
    ...grip,
    isBarre: barreStrings(grip.fingers) >= BARRE_STRINGS,
    isOwned: isGripOwned(work, grip),
  }));
}

/** What changes weigh. */
export function changeMinutes(work: Workpiece): number {
  return work.changes.reduce(
    (sum, { seconds }) =>
      sum + work.constants.capoChangeMinutes * Math.log(1 + seconds / DRILLED_SECONDS),
    0,
  );
}

export function newGripMinutes(work: Workpiece, shapes: readonly CapoShape[]): number {
  return shapes.reduce(
    (sum, shape, at) => (shape.isOwned ? sum : sum + gripMinutes(shape, shapes.slice(0, at), work)),
    0,
  );
}

/** What a hand bears while it plays: barres by how long they are held, and a capo high on the neck. */
export function loadMinutes(
  song: SongDocument,
  work: Workpiece,
  shapes: readonly CapoShape[],
): number {
  const { capo, constants } = work;
  const barred = new Set(shapes.flatMap(({ name, isBarre }) => (isBarre ? [name] : [])));
  const chords = chordsOf(song);
  const beatsOf = (some: readonly TimedChord[]): number =>
    some.reduce((sum, { beats }) => sum + beats, 0);
  const share = beatsOf(chords.filter(({ name }) => barred.has(name))) / (beatsOf(chords) || 1);
  const beyond = Math.max(0, capo - constants.capoHighFret);
  return constants.capoBarreMinutes * share + constants.capoHighMinutes * beyond ** 2;
}

export function lowestNote({ grips, tuning, capo }: Workpiece): number {
  const notes = grips.flatMap(({ grip }) => soundingNotes(grip, { tuning, capo }));
  return Math.min(Infinity, ...notes.flatMap((note) => note ?? []));
}

/** Where the capo goes, and how much higher the song sounds then. */
export interface CapoPlace {
  readonly capo: number;
  readonly higher: number;
}

/** A song as it is now, and what is compared with it. */
export interface Compared {
  readonly song: SongDocument;
  readonly now: Workpiece;
  readonly key: string | undefined;
  readonly options: WorkpieceOptions;
}

/** A song with what its other places are compared with. */
export function comparedWith(song: SongDocument, options: WorkpieceOptions): Compared {
  const now = workpieceOf(song, options);
  const { best } = findKey(chordsOf(song), now.raised);
  return { song, now, key: best?.name, options };
}

/** What one place for the capo asks for. */
export function optionAt(
  { capo, higher }: CapoPlace,
  { song, now, key, options }: Compared,
): CapoOption {
  const isNow = capo === now.capo && higher === 0;
  const moved = isNow
    ? song
    : withCommand(song, { kind: 'move-capo', capo, keeps: 'sounds', higher });
  const work = isNow ? now : workpieceOf(moved, options);
  const shapes = shapesOf(work);
  const none = unheld(moved, work);
  const [low, before] = [lowestNote(work), lowestNote(now)];
  const sounding = key === undefined ? undefined : transposeChordName(key, higher);
  const named = (note: number): string => chordLabel(noteName(note, keySigns(sounding ?? 'C')));
  const learning = newGripMinutes(work, shapes) + changeMinutes(work);
  const stay = isNow ? 0 : work.constants.capoMovedMinutes;
  const cost = learning + UNHELD_MINUTES * none.length + loadMinutes(moved, work, shapes) + stay;
  return {
    capo,
    higher,
    isNow,
    shapes,
    cost: Math.round(cost * 10) / 10,
    key: sounding,
    chords: chordsOf(moved).map(({ name }) => name),
    barres: shapes.filter(({ isBarre }) => isBarre).length,
    lost: [
      ...none.map((name) => `no grip for ${chordLabel(name)}`),
      ...thinned(work),
      ...riffsLost(song, moved),
      ...(low - before - higher >= HEARD_LOWER && Number.isFinite(before)
        ? [`its lowest note is ${named(low)} instead of ${named(before + higher)}`]
        : []),
      ...(capo >= THIN_FROM ? ['high on the neck it sounds thin'] : []),
    ],
    why: whyOf(shapes, work),
  };
}

/** The chords a song plays, in order, as shapes. */
function chordsOf(song: SongDocument): readonly TimedChord[] {
  const bars = timelineOf(song).occurrences.flatMap((one) => one.bars);
  return bars.flatMap((bar) =>
    bar.chords.map(({ chord, beats }) => ({ name: chord, beats: beatsToNumber(beats) })),
  );
}

/** Shapes that cannot be played as the name says: their third or seventh is missing. */
function thinned(work: Workpiece): readonly string[] {
  return work.grips.flatMap(({ name, grip }) => {
    const parsed = parseChordName(name);
    const verdict = parsed && checkGrip(parsed, grip, work).verdict;
    return verdict === 'omits' ? [`${chordLabel(name)} loses a tone`] : [];
  });
}

/** Riffs some of whose notes lie under the capo, or on other strings than they did. */
function riffsLost(now: SongDocument, moved: SongDocument): readonly string[] {
  const { tuning } = settledFrame(now);
  const countIn = ({ riffs = [] }: SongDocument, name: string): number => {
    const riff = riffs.find((one) => one.name === name);
    return riff ? readRiff(riff.body, riffFrameOf(riff, tuning.length)).notes.length : 0;
  };
  return (now.riffs ?? []).flatMap(({ name }) => {
    const missing = countIn(now, name) - countIn(moved, name);
    return missing > 0
      ? [`riff ${name}: ${missing} ${missing === 1 ? 'note lies' : 'notes lie'} under the capo`]
      : [];
  });
}

function unheld(song: SongDocument, work: Workpiece): readonly string[] {
  const held = new Set(work.grips.map(({ name }) => name));
  const names = chordsOf(song).flatMap(({ name }) => (parseChordName(name) ? [name] : []));
  return [...new Set(names)].filter((name) => !held.has(name));
}

function whyOf(shapes: readonly CapoShape[], work: Workpiece): string {
  if (shapes.length === 0) return 'No chord is written yet.';
  const barred = shapes.filter(({ isBarre }) => isBarre).map(({ name }) => chordLabel(name));
  const fresh = shapes.filter(({ isOwned }) => !isOwned);
  const barres = barred.length === 0 ? 'no barre' : `a barre for ${listed(barred)}`;
  const owned =
    fresh.length === 0
      ? ', all known already'
      : fresh.length < shapes.length
        ? `, ${shapes.length - fresh.length} of ${shapes.length} known already`
        : '';
  const [slowest] = changeTimesOf(work);
  const change = slowest
    ? `; the slowest change is ${chordLabel(slowest.from)} → ${chordLabel(slowest.to)}, ${slowest.takes.toFixed(2)} s`
    : '';
  return `${listed(shapes.map(({ name }) => chordLabel(name)))}: ${barres}${owned}${change}.`;
}
