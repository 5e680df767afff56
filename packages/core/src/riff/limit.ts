import { bpmWithin } from '../change';
import type { LeftHand } from './left-hand';
import type { RiffNote } from './note';
import { neededPlucks, type PickingPace } from './right-hand';

/** The fastest a riff can go, and what holds it there. */
export interface RiffLimit {
  /** In beats a minute; null where nothing limits. */
  readonly limitBpm: number | null;
  readonly because: string;
  /** The same without the figure; empty where nothing limits. */
  readonly words: string;
  /** The note that it waits for, by its place from 0. */
  readonly note?: number;
}

interface Bound {
  readonly bpm: number;
  readonly note: number;
  readonly words: string;
}

/**
 * Finds the tempo limit of a riff: the least of 60·beats/t over all neighbours, both hands.
 *
 * @example
 * riffLimit([], { hand: leftHandOf([], USUAL_HAND), pace: {} }).limitBpm // null
 */
export function riffLimit(
  notes: readonly RiffNote[],
  { hand, pace }: { readonly hand: LeftHand; readonly pace: PickingPace },
): RiffLimit {
  const shifts = hand.shifts.map(({ before, mm, seconds, windowBeats }): Bound => {
    const note = notes[before];
    const where = note ? ` to ${place(note)}` : '';
    const words = `the shift${where}, ${Math.round(mm)} mm, takes ${seconds.toFixed(2)} s`;
    return { bpm: bpmWithin(windowBeats, seconds), note: before, words };
  });
  const plucks = neededPlucks(notes, pace).map(({ note, seconds, windowBeats }): Bound => {
    const one = notes[note];
    const where = one ? ` on ${place(one)}` : '';
    return {
      bpm: bpmWithin(windowBeats, seconds),
      note,
      words: `the pluck${where} needs ${seconds.toFixed(2)} s`,
    };
  });
  const least = [...shifts, ...plucks]
    .filter((one) => one.bpm > 0)
    .reduce<Bound | undefined>((low, one) => (low && low.bpm <= one.bpm ? low : one), undefined);
  if (!least) return { limitBpm: null, because: 'nothing in it limits the tempo', words: '' };
  const limitBpm = Math.round(least.bpm * 10) / 10;
  return {
    limitBpm,
    because: `${least.words}: ${limitBpm} at most`,
    words: least.words,
    note: least.note,
  };
}

function place({ string, fret }: RiffNote): string {
  return `string ${string} fret ${fret}`;
}
