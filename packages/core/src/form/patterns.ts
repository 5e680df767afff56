import { readPattern, slotBeat, soundsChord, type Pattern } from '../rhythm';
import type { NamedPattern, SongDocument } from '../song';
import { beatsToNumber } from '../units';
import { isSilence } from './chords';
import type { PlayedBar } from './playing';

/**
 * Finds a song's pattern by its name, read into slots; undefined where there is none, or it does not
 * fill its bar.
 *
 * @example
 * patternNamed(readChart('pattern eights 4/4: D U D U D U D U').song, 'eights').slotsPerBar // 8
 */
export function patternNamed(song: SongDocument, name: string | undefined): Pattern | undefined {
  const named = song.patterns.find((one) => one.name === name);
  const read = named && readPattern(named.meter, named.strokes);
  return read?.ok ? read.pattern : undefined;
}

/**
 * Makes the two plain layers of any meter: "bare" strikes where a chord begins, which a pattern
 * cannot say, so it is one stroke a bar here; "pulse" one down-stroke on every beat.
 *
 * @example
 * plainPattern({ beats: 3, unit: 4, groups: [3] }, 'pulse').slots.length // 3
 */
export function plainPattern(meter: NamedPattern['meter'], layer: 'bare' | 'pulse'): Pattern {
  const down = { kind: 'strum', direction: 'down' } as const;
  const slots = Array.from({ length: meter.beats }, (_, beat) =>
    layer === 'pulse' || beat === 0 ? down : ({ kind: 'rest' } as const),
  );
  return { meter, bars: 1, slotsPerBar: meter.beats, slots };
}

/** A stroke where it falls in some bars that follow each other, in beats from their start. */
export interface LaidStroke {
  readonly beat: number;
  /** The slot of the pattern it comes from. */
  readonly slot: number;
  readonly soundsChord: boolean;
}

/** How a pattern is laid over one bar: the part of it that fits, from its own bar on. */
function laidOver(pattern: Pattern, { bar, beats, start }: BarPlace): readonly LaidStroke[] {
  const from = (bar % pattern.bars) * pattern.slotsPerBar;
  return Array.from({ length: pattern.slotsPerBar }, (_, index) => from + index).flatMap((slot) => {
    const what = pattern.slots[slot];
    const beat = beatsToNumber(slotBeat(pattern, slot));
    if (!what || what.kind === 'rest' || beat >= beats) return [];
    return [{ beat: start + beat, slot, soundsChord: soundsChord(what) }];
  });
}

interface BarPlace {
  readonly bar: number;
  readonly beats: number;
  readonly start: number;
}

function placesOf(bars: readonly PlayedBar[]): readonly BarPlace[] {
  let start = 0;
  return bars.map(({ beats }, bar) => {
    const place = { bar, beats, start };
    start += beats;
    return place;
  });
}

/**
 * Lays a pattern over bars: every bar begins it anew (a pattern of several bars goes through them),
 * a shorter bar takes the part that fits. Every stroke of a whole bar is kept, none is added.
 *
 * @example
 * layPattern(plainPattern({ beats: 4, unit: 4, groups: [4] }, 'pulse'), []) // []
 */
export function layPattern(pattern: Pattern, bars: readonly PlayedBar[]): readonly LaidStroke[] {
  return placesOf(bars).flatMap((place) => laidOver(pattern, place));
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

interface Sounding {
  readonly chord: string;
  readonly at: number;
}

function soundingOf(bars: readonly PlayedBar[]): readonly Sounding[] {
  const all = placesOf(bars).flatMap(({ bar, start }) =>
    (bars[bar]?.chords ?? []).map(({ chord, beat }) => ({
      chord,
      at: start + beatsToNumber(beat) - 1,
    })),
  );
  return all
    .filter((one) => !isSilence(one.chord))
    .filter((one, index, list) => one.chord !== list[index - 1]?.chord);
}

/** One strum where each chord begins: the barest layer of any bars. */
function bareStrokes(sounding: readonly Sounding[]): readonly LaidStroke[] {
  return sounding.map(({ at }) => ({ beat: at, slot: 0, soundsChord: true }));
}

const TOLERANCE = 1e-9;

/**
 * Works out the change windows of bars in a layer: beats from the last stroke that sounds the old
 * chord to the first of the new one; strokes on open strings and hits leave the hand free. A layer
 * without a pattern strikes each chord once.
 *
 * @example
 * changeWindows(playingOf(readChart('[A]\n| G | D |').song).occurrences[0].bars, undefined).map((one) => one.windowBeats) // [4]
 */
export function changeWindows(
  bars: readonly PlayedBar[],
  pattern: Pattern | undefined,
): readonly ChangeWindow[] {
  const sounding = soundingOf(bars);
  const laid = pattern ? layPattern(pattern, bars) : bareStrokes(sounding);
  const strokes = laid.filter((one) => one.soundsChord);
  return sounding.slice(1).map(({ chord, at }, index) => {
    const before = sounding[index];
    const last = strokes.findLast((one) => one.beat < at - TOLERANCE);
    const next = strokes.find((one) => one.beat >= at - TOLERANCE);
    const fromBeat = Math.max(before?.at ?? 0, last?.beat ?? before?.at ?? 0);
    const windowBeats = Math.max(0, (next?.beat ?? at) - fromBeat);
    return { from: before?.chord ?? chord, to: chord, atBeat: at, windowBeats };
  });
}

/**
 * Lists the beats, counted from 1 in their bar, on which a chord changes where the pattern has no
 * slot; empty when every change falls on one.
 *
 * @example
 * changesOffSlot(playingOf(readChart('[A]\n| G C D |').song).occurrences[0].bars, plainPattern({ beats: 4, unit: 4, groups: [4] }, 'pulse')).length // 2
 */
export function changesOffSlot(
  bars: readonly PlayedBar[],
  pattern: Pattern,
): readonly { readonly bar: number; readonly beat: number; readonly chord: string }[] {
  const slotBeats = pattern.meter.beats / pattern.slotsPerBar;
  return bars.flatMap(({ number, chords }) =>
    chords.slice(1).flatMap(({ chord, beat }) => {
      const slots = (beatsToNumber(beat) - 1) / slotBeats;
      const isOn = Math.abs(slots - Math.round(slots)) < TOLERANCE;
      return isOn ? [] : [{ bar: number, beat: beatsToNumber(beat), chord }];
    }),
  );
}
