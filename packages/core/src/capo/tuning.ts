import { openNotes, STANDARD_TUNING, tuningName, type Tuning } from '../pitch';
import { withCommand } from '../edits';
import { settledFrame, type SongDocument } from '../song';
import { workpieceOf, type Workpiece, type WorkpieceOptions } from '../steps';
import {
  changeMinutes,
  loadMinutes,
  lowestNote,
  newGripMinutes,
  shapesOf,
  type CapoShape,
} from './place';

/** What a song asks of the hand in one tuning. */
export interface TunedSong {
  readonly name: string;
  readonly cost: number;
  readonly barres: number;
  readonly shapes: readonly CapoShape[];
  /** Open strings that ring in its grips, of all that are struck, from 0 to 1. */
  readonly openShare: number;
  /** The lowest note, as a MIDI number; Infinity where nothing sounds. */
  readonly lowest: number;
}

/** A song's own tuning beside standard tuning, the sound kept. */
export interface TuningAdvice {
  readonly own: TunedSong;
  readonly standard: TunedSong;
  /** Strings that are tuned otherwise, and the time that takes on stage, in seconds. */
  readonly strings: number;
  readonly seconds: number;
}

/**
 * Compares a song in an open, dropped or other tuning with the same song in standard tuning; undefined where it is in
 * standard tuning, or has no six strings.
 *
 * @example
 * tuningAdvice(readChart('tuning: D A D G B E\n[A]\n| D | G |').song).strings // 1
 */
export function tuningAdvice(
  song: SongDocument,
  options: WorkpieceOptions = {},
): TuningAdvice | undefined {
  const { tuning } = settledFrame(song);
  const [own, usual] = [openNotes(tuning), openNotes(STANDARD_TUNING)];
  const strings = own.filter((note, place) => note !== usual[place]).length;
  if (own.length !== usual.length || strings === 0) return undefined;
  const inStandard = standardOf(song);
  const work = workpieceOf(song, options);
  return {
    own: tuned(song, tuning, work),
    standard: tuned(inStandard, STANDARD_TUNING, workpieceOf(inStandard, options)),
    strings,
    seconds: strings * work.constants.retuneSeconds,
  };
}

/** The same song in standard tuning, the sound kept. */
function standardOf(song: SongDocument): SongDocument {
  const { capo, down } = settledFrame(song);
  const { names: _names, ...frame } = song.frame;
  const standard = { ...song, grips: [], frame: { ...frame, tuning: STANDARD_TUNING } };
  // Names of shapes say what sounds behind the capo; where the strings are let down, so much lower.
  return down === 0
    ? standard
    : withCommand(standard, { kind: 'move-capo', capo, keeps: 'sounds', higher: -down });
}

function tuned(song: SongDocument, tuning: Tuning, work: Workpiece): TunedSong {
  const shapes = shapesOf(work);
  const struck = shapes.flatMap(({ grip }) => grip.filter((fret) => fret !== null));
  const open = struck.filter((fret) => fret === 0).length;
  const cost = newGripMinutes(work, shapes) + changeMinutes(work) + loadMinutes(song, work, shapes);
  return {
    name: tuningName(tuning),
    cost: Math.round(cost * 10) / 10,
    shapes,
    barres: shapes.filter(({ isBarre }) => isBarre).length,
    openShare: struck.length === 0 ? 0 : open / struck.length,
    lowest: lowestNote(work),
  };
}
