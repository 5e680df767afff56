import type { Hand } from '../fretboard';
import { openNotes, type Tuning } from '../pitch';
import { beatsToNumber } from '../units';
import { leftHandOf, type LeftHand } from './left-hand';
import { riffLimit, type RiffLimit } from './limit';
import type { RiffNote } from './note';
import { phrasesOf, type Phrase } from './phrases';
import { readRiff, riffFrameOf, type RiffReading } from './read';
import type { PickingPace } from './right-hand';

/** A riff as it is written, and the neck and hands it is worked out for. */
export interface RiffSetup {
  readonly meter: { readonly beats: number };
  /** Beats of its first bar, where it is a pickup. */
  readonly pickup?: number;
  readonly tuning: Tuning;
  readonly hand: Hand;
  readonly pace?: PickingPace;
}

/** All there is to know of a riff. */
export interface WorkedRiff extends RiffReading {
  readonly phrases: readonly Phrase[];
  readonly left: LeftHand;
  readonly limit: RiffLimit;
}

/**
 * Gives what sounds at a place of the neck, as MIDI numbers.
 *
 * @example
 * soundsOn(STANDARD_TUNING, 3)({ string: 1, fret: 2 }) // 69
 */
export function soundsOn(
  tuning: Tuning,
  capo: number,
): (note: Pick<RiffNote, 'string' | 'fret'>) => number {
  const open = openNotes(tuning);
  return ({ string, fret }) => (open[open.length - string] ?? 0) + capo + fret;
}

/**
 * Works out a riff: its notes, phrases, both hands and how fast they can go.
 *
 * @example
 * workOutRiff('2: 3 10 10 10', { meter: { beats: 4 }, tuning: STANDARD_TUNING, hand: USUAL_HAND }).left.shifts.length // 1
 */
export function workOutRiff(
  body: string,
  { meter, pickup, tuning, hand, pace = {} }: RiffSetup,
): WorkedRiff {
  const read = readRiff(
    body,
    riffFrameOf({ meter, ...(pickup !== undefined && { pickup }) }, tuning.length),
  );
  const left = leftHandOf(read.notes, hand);
  const phrases = phrasesOf(read.notes, {
    meterBeats: meter.beats,
    ...(pickup !== undefined && { pickup }),
    breaths: read.breaths.map(beatsToNumber),
    sounds: soundsOn(tuning, hand.capo),
  });
  return { ...read, phrases, left, limit: riffLimit(read.notes, { hand: left, pace }) };
}
