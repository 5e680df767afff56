import type { Hand } from '../fretboard';
import type { Tuning } from '../pitch';
import { readTaps } from '../telling';
import { tappedNotes } from './edits';
import type { RiffNote } from './note';
import { placeNear, placeNotes, type NeckPlace } from './places';

/** A note somebody played: what sounded, and when, in seconds. */
export interface PlayedNote {
  readonly midi: number;
  readonly atS: number;
}

/** What notes that were played are on a neck. */
export interface PlayedRiff {
  readonly notes: readonly RiffNote[];
  /** Notes that are nowhere on this neck: they are left out. */
  readonly nowhere: readonly number[];
}

/** The neck they are laid on, and how long its bars are, in quarters. */
export interface PlayedOn {
  readonly tuning: Tuning;
  readonly hand: Hand;
  readonly meterBeats: number;
}

/** Nearer together than this, notes are struck at once. */
const TOGETHER_S = 0.04;

/**
 * Makes a riff of notes that were played, as from MIDI: strings and frets by the easiest way for the hand,
 * the rhythm as taps are read (half a beat each, where there are too few or too many to say). Nothing for
 * no notes.
 *
 * @example
 * playedNotes([{ midi: 64, atS: 0 }, { midi: 67, atS: 0.5 }], { tuning: STANDARD_TUNING, hand: USUAL_HAND, meterBeats: 4 }).notes.map((one) => one.fret) // [0, 3]
 */
export function playedNotes(played: readonly PlayedNote[], on: PlayedOn): PlayedRiff {
  const { tuning, hand, meterBeats } = on;
  const isOnNeck = ({ midi }: PlayedNote): boolean =>
    placeNear(midi, { string: 1, fret: 0 }, { tuning, hand }) !== undefined;
  const groups = struckAt(played.filter(isOnNeck));
  const tops = groups.flatMap(([top]) => (top ? [{ midi: top.midi, beats: 1 }] : []));
  const [way] = placeNotes(tops, { tuning, hand, count: 1 });
  const places = way?.places ?? [];
  const rhythm = readTaps(
    groups.flatMap(([first]) => first?.atS ?? []),
    { beatsPerBar: meterBeats },
  );
  const line = tappedNotes(places, {
    slots: rhythm?.slots ?? places.map((_, at) => at),
    slotsPerBeat: rhythm?.subdivision ?? 2,
    meterBeats,
  });
  const notes = line.flatMap((note, at) =>
    beside(note, groups[at]?.slice(1) ?? [], on).map((place) => ({
      ...note,
      string: place.string,
      fret: place.fret,
    })),
  );
  return { notes, nowhere: played.filter((one) => !isOnNeck(one)).map(({ midi }) => midi) };
}

/** What is struck at once, the highest first. */
function struckAt(played: readonly PlayedNote[]): readonly (readonly PlayedNote[])[] {
  const groups: PlayedNote[][] = [];
  for (const one of played.toSorted((a, b) => a.atS - b.atS)) {
    const last = groups.at(-1);
    if (last?.[0] && one.atS - last[0].atS < TOGETHER_S) last.push(one);
    else groups.push([one]);
  }
  return groups.map((group) => group.toSorted((a, b) => b.midi - a.midi));
}

/** The other notes of what is struck at once, each on a string of its own. */
function beside(
  top: NeckPlace,
  others: readonly PlayedNote[],
  { tuning, hand }: PlayedOn,
): readonly NeckPlace[] {
  const taken = [top];
  for (const { midi } of others) {
    const place = placeNear(midi, top, { tuning, hand, taken });
    if (place) taken.push(place);
  }
  return taken;
}
