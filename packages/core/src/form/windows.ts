import { soundsChord, type Slot } from '../rhythm';
import { beatsToNumber } from '../units';
import { isSilence } from './chords';
import type { StruckBar } from './layers';

/** A stroke where it falls in some bars that follow each other, in beats from their start. */
export interface LaidStroke {
  readonly beat: number;
  readonly what: Slot;
}

/** What strikes a chord once. */
const ONCE: Slot = { kind: 'strum', direction: 'down' };

const TOLERANCE = 1e-9;

interface PlacedBar {
  readonly bar: StruckBar;
  readonly start: number;
}

function placed(bars: readonly StruckBar[]): readonly PlacedBar[] {
  let start = 0;
  return bars.map((bar) => {
    const place = { bar, start };
    start += bar.beats;
    return place;
  });
}

interface Sounding {
  readonly chord: string;
  readonly at: number;
  readonly until: number;
  readonly isHit: boolean;
  /** Held on from the chord before, it is not struck anew. */
  readonly isHeld: boolean;
}

/** Every chord that is written, bar by bar, with when it sounds; silences left out. */
function soundingByBar(bars: readonly PlacedBar[]): readonly (readonly Sounding[])[] {
  let before = '';
  return bars.map(({ bar, start }) =>
    bar.chords
      .filter(({ chord }) => !isSilence(chord))
      .map(({ chord, beat, beats, hit }) => {
        const at = start + beatsToNumber(beat) - 1;
        const until = at + beatsToNumber(beats);
        const sounding = { chord, at, until, isHit: hit === true, isHeld: chord === before };
        before = chord;
        return sounding;
      }),
  );
}

/** The part of a bar's pattern that fits the bar. */
function strokesIn({ bar: { struck, beats }, start }: PlacedBar): readonly LaidStroke[] {
  if (!struck) return [];
  const { pattern, bar } = struck;
  const from = bar * pattern.slotsPerBar;
  return pattern.slots.slice(from, from + pattern.slotsPerBar).flatMap((what, slot) => {
    const beat = (slot * pattern.meter.beats) / pattern.slotsPerBar;
    return what.kind === 'rest' || beat >= beats ? [] : [{ beat: start + beat, what }];
  });
}

function isWithin(beat: number, from: number, until: number): boolean {
  return beat >= from - TOLERANCE && beat < until - TOLERANCE;
}

/** What is struck once and left ringing has no other stroke until the next chord. */
function laidIn(bar: PlacedBar, sounding: readonly Sounding[]): readonly LaidStroke[] {
  const hits = sounding.filter((one) => one.isHit);
  const single = bar.bar.struck ? hits : sounding.filter((one) => !one.isHeld);
  const strokes = strokesIn(bar).filter(
    ({ beat }) => !hits.some(({ at, until }) => isWithin(beat, at, until)),
  );
  const once = single.map(({ at }) => ({ beat: at, what: ONCE }));
  return [...strokes, ...once].sort((a, b) => a.beat - b.beat);
}

/**
 * Lays the strokes of bars that follow each other, bar by bar: a shorter bar takes the part of its pattern that
 * fits, a single hit stands alone, a bar without a pattern strikes each new chord once. Every stroke
 * of a whole bar is kept, none is added.
 *
 * @example
 * layStrokes([]) // []
 */
export function layStrokes(bars: readonly StruckBar[]): readonly (readonly LaidStroke[])[] {
  const places = placed(bars);
  const sounding = soundingByBar(places);
  return places.map((place, index) => laidIn(place, sounding[index] ?? []));
}

/** A change of chord, when it comes, and how long the left hand has for it. */
export interface ChangeWindow {
  readonly from: string;
  readonly to: string;
  /** Beats from the start of the bars. */
  readonly atBeat: number;
  /** Beats from the last stroke of the old chord to the first of the new one. */
  readonly windowBeats: number;
}

/**
 * Works out the change windows of bars as they are played: beats from the last stroke that sounds
 * the old chord to the first of the new one; strokes on open strings and hits leave the hand free.
 *
 * @example
 * changeWindows(playingOf(readChart('[A]\n| G | D |').song).occurrences[0].bars).map((one) => one.windowBeats) // [4]
 */
export function changeWindows(bars: readonly StruckBar[]): readonly ChangeWindow[] {
  const sounding = soundingByBar(placed(bars))
    .flat()
    .filter((one) => !one.isHeld);
  const strokes = layStrokes(bars)
    .flat()
    .filter(({ what }) => soundsChord(what));
  let index = 0;
  return sounding.slice(1).map(({ chord, at }, place) => {
    while ((strokes[index]?.beat ?? Infinity) < at - TOLERANCE) index += 1;
    const before = sounding[place];
    const last = strokes[index - 1];
    const fromBeat = Math.max(before?.at ?? 0, last?.beat ?? 0);
    const windowBeats = Math.max(0, (strokes[index]?.beat ?? at) - fromBeat);
    return { from: before?.chord ?? chord, to: chord, atBeat: at, windowBeats };
  });
}

/** A chord that begins where the pattern of its bar has no slot. */
export interface OffSlot {
  /** The bar in its own pass, from 1. */
  readonly bar: number;
  /** The beat in its bar, from 1. */
  readonly beat: number;
  readonly chord: string;
  readonly pattern: string;
}

/**
 * Lists the chords that begin where the named pattern of their bar has no slot; empty when every
 * change falls on one.
 *
 * @example
 * changesOffSlot([]) // []
 */
export function changesOffSlot(bars: readonly StruckBar[]): readonly OffSlot[] {
  return bars.flatMap(({ inPass, chords, struck }) => {
    if (struck?.name === undefined) return [];
    const { pattern, name } = struck;
    const slotBeats = pattern.meter.beats / pattern.slotsPerBar;
    return chords.slice(1).flatMap(({ chord, beat }) => {
      const slots = (beatsToNumber(beat) - 1) / slotBeats;
      const isOn = Math.abs(slots - Math.round(slots)) < TOLERANCE;
      return isOn ? [] : [{ bar: inPass, beat: beatsToNumber(beat), chord, pattern: name }];
    });
  });
}
