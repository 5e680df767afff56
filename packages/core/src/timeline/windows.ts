import { soundsChord } from '../rhythm';
import { addBeats, beatsToNumber, shareBeats, timesBeats, type Bpm } from '../units';
import type { StruckBar } from './bar';
import { chordSpans, type ChordSpan } from './chord-spans';
import { secondsAt, stretchOf, type Stretch } from './stretch';
import { strokesIn, type Stroke } from './strokes';
import { tempoAt } from './tempo';

/** A change of chord, when it comes, and how long the left hand has for it. */
export interface ChangeWindow {
  readonly from: string;
  readonly to: string;
  /** Beats from the start of the stretch to where the new chord is written. */
  readonly atBeat: number;
  /** Beats from the last stroke of the old chord to the first of the new one. */
  readonly windowBeats: number;
  /** The tempo the new chord comes in. */
  readonly tempo: Bpm;
}

/** A moment in a stretch: where, and in which bar. */
type Moment = Pick<Stroke, 'bar' | 'at' | 'beat'>;

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
  return bars.flatMap(({ inPass, chords, struck, riff }) => {
    if (struck?.name === undefined || riff) return [];
    const { pattern, name } = struck;
    const slot = shareBeats(pattern.meter.beats, pattern.slotsPerBar);
    const places = new Set(
      Array.from({ length: pattern.slotsPerBar }, (_, index) =>
        addBeats(1, timesBeats(slot, index)),
      ),
    );
    return chords
      .slice(1)
      .flatMap(({ chord, beat }) =>
        places.has(beat) || beatsToNumber(beat) > pattern.meter.beats
          ? []
          : [{ bar: inPass, beat: beatsToNumber(beat), chord, pattern: name }],
      );
  });
}

/**
 * Works out the change windows of bars that follow each other.
 *
 * @example
 * windowsOf([]) // []
 */
export function windowsOf(bars: readonly StruckBar[]): readonly ChangeWindow[] {
  return changeWindows(stretchOf(bars));
}

function toMoment({ bar, at, from: beat }: ChordSpan): Moment {
  return { bar, at, beat };
}

function tempoOf(stretch: Stretch, { bar, at }: Moment): Bpm {
  const laid = stretch.bars[bar]?.bar;
  if (!laid) return 1 as Bpm;
  const { bend, intoBend, sectionBeats = 1 } = laid;
  return tempoAt(bend, intoBend + beatsToNumber(at) * sectionBeats);
}

/** All bars of a stretch that go at one tempo in one meter's unit: beats there are as good as seconds. */
function isSteady({ bars }: Stretch): boolean {
  const first = bars[0]?.bar;
  return bars.every(
    ({ bar: { bend, meter } }) =>
      bend.tempo === bend.tempoTo &&
      bend.tempo === first?.bend.tempo &&
      meter.unit === first.meter.unit,
  );
}

/** Beats of the tempo that a window ends in. */
function beatsBetween(stretch: Stretch, from: Moment, to: Moment): number {
  const [a, b] = [stretch.bars[from.bar], stretch.bars[to.bar]];
  if (!a || !b) return 0;
  return ((secondsAt(b, to.at) - secondsAt(a, from.at)) * tempoOf(stretch, to)) / 60;
}

/**
 * Works out the change windows of a stretch: beats from the last stroke that sounds the old chord to
 * the first of the new one. Strokes on open strings and hits leave the hand free, silence widens the
 * window, a swung stroke narrows it.
 */
function changeWindows(stretch: Stretch): readonly ChangeWindow[] {
  const spans = chordSpans(stretch);
  const sounding = spans.flat().filter((span) => !span.isSilent && !span.isRiff);
  const changes = sounding.filter((span, index) => span.chord !== sounding[index - 1]?.chord);
  const strokes = strokesIn(stretch, spans)
    .flat()
    .filter(({ what, notes }) => notes === undefined && soundsChord(what));
  const steady = isSteady(stretch);
  let index = 0;
  return changes.slice(1).map((span, place) => {
    while ((strokes[index]?.beat ?? Infinity) < span.from) index += 1;
    const before = changes[place] ?? span;
    const [last, next] = [strokes[index - 1], strokes[index]];
    const from = last && last.beat > before.from ? last : toMoment(before);
    const to = next ?? toMoment(span);
    const beats = steady ? to.beat - from.beat : beatsBetween(stretch, from, to);
    return {
      from: before.chord,
      to: span.chord,
      atBeat: span.from,
      windowBeats: Math.max(0, beats),
      tempo: tempoOf(stretch, to),
    };
  });
}
