import type { RiffNote } from '../riff';
import { slotBeats, type Feel, type Pattern, type PickingFinger, type Slot } from '../rhythm';
import { beatsToNumber, type Beats } from '../units';
import { chordSpans, type ChordSpan } from './chord-spans';
import type { BarRiff } from './bar';
import type { LaidBar, Stretch } from './stretch';

/** A stroke where it falls. */
export interface Stroke {
  /** Index of its bar in the stretch, from 0. */
  readonly bar: number;
  /** Beats from the start of its bar, exact. */
  readonly at: Beats;
  /** Beats from the start of the stretch. */
  readonly beat: number;
  readonly what: Slot;
  /** The slot of the pattern it is; undefined for a single strum. */
  readonly slot?: number;
  /** The chord that is held. */
  readonly chord: string;
  /** The notes of a riff that begin here. */
  readonly notes?: readonly RiffNote[];
}

/** What strikes a chord once. */
const ONCE: Slot = { kind: 'strum', direction: 'down' };

/** Where a slot falls in its bar, exact and for reckoning. */
interface SlotPlace {
  readonly at: Beats;
  readonly into: number;
}

/** The places of a pattern's slots are asked for in every bar; they never change. */
const known = new WeakMap<
  Pattern,
  { readonly feel: Feel; readonly places: readonly SlotPlace[] }
>();

/** A bar where it stands, with the chords it holds. */
interface ChordedBar extends LaidBar {
  /** Its index in the stretch, from 0. */
  readonly index: number;
  readonly spans: readonly ChordSpan[];
}

/**
 * Lists the strokes of a stretch, bar by bar: a shorter bar takes the part of its pattern that fits, a
 * single hit stands alone, silence and what is held over are not struck, and a bar without a pattern
 * strikes each new chord once.
 *
 * @example
 * strokesIn(stretchOf([])) // []
 */
export function strokesIn(
  stretch: Stretch,
  spans: readonly (readonly ChordSpan[])[] = chordSpans(stretch),
): readonly (readonly Stroke[])[] {
  return stretch.bars.map((laid, index) =>
    strokesOfBar({ ...laid, index, spans: spans[index] ?? [] }),
  );
}

/**
 * Lists the strokes of what another guitar plays beside a stretch, bar by bar; none where it plays nothing.
 *
 * @example
 * besideIn(stretchOf([])) // []
 */
export function besideIn(stretch: Stretch): readonly (readonly Stroke[])[] {
  const spans = chordSpans(stretch);
  return stretch.bars.map((laid, index) =>
    riffStrokes(laid.bar.beside, { ...laid, index, spans: spans[index] ?? [] }),
  );
}

function placesOf(pattern: Pattern, feel: Feel): readonly SlotPlace[] {
  const kept = known.get(pattern);
  if (kept && isSameFeel(kept.feel, feel)) return kept.places;
  const places = slotBeats(pattern, feel).map((at) => ({ at, into: beatsToNumber(at) }));
  known.set(pattern, { feel, places });
  return places;
}

function isSameFeel(a: Feel, b: Feel): boolean {
  if (a.kind === 'straight' || b.kind === 'straight') return a.kind === b.kind;
  return a.long === b.long && a.short === b.short;
}

/** The part of a bar's pattern that fits the bar, where it goes on. */
function patternStrokes({ bar, from, index, spans }: ChordedBar): Stroke[] {
  const { struck, feel, riff } = bar;
  if (!struck) return [];
  const { pattern } = struck;
  const first = struck.bar * pattern.slotsPerBar;
  const strokes: Stroke[] = [];
  placesOf(pattern, feel).forEach(({ at, into }, place) => {
    const slot = first + place;
    const what = pattern.slots[slot];
    if (!what || what.kind === 'rest' || into >= bar.beats) return;
    if (riff && into >= riff.from && into < riff.until) return;
    const span = spanAt(spans, from + into);
    if (!isPlayedOver(span)) return;
    strokes.push({ bar: index, at, beat: from + into, what, slot, chord: span.chord });
  });
  return strokes;
}

function spanAt(spans: readonly ChordSpan[], beat: number): ChordSpan | undefined {
  return spans.findLast((span) => span.from <= beat) ?? spans[0];
}

/** The pattern goes on where a chord is neither a single hit, nor held over, nor silence. */
function isPlayedOver(span: ChordSpan | undefined): span is ChordSpan {
  return span !== undefined && !span.isHit && !span.isHeld && !span.isSilent;
}

/** Single hits, and without a pattern each chord that is new. */
function isStruckOnce(span: ChordSpan, hasPattern: boolean): boolean {
  if (span.isSilent || span.isHeld || span.isRiff) return false;
  return span.isHit || (!hasPattern && !span.isSame);
}

/** Notes of a riff that begin together are one stroke. */
function riffStrokes(
  riff: BarRiff | undefined,
  { from, index, spans }: Omit<ChordedBar, 'bar'>,
): readonly Stroke[] {
  const notes = riff?.notes ?? [];
  return [...new Set(notes.map((one) => one.at))].map((at) => {
    const own = notes.filter((one) => one.at === at);
    const beat = from + beatsToNumber(at);
    const chord = spanAt(spans, beat)?.chord ?? '-';
    return { bar: index, at, beat, what: pluckOf(own), chord, notes: own };
  });
}

function pluckOf(notes: readonly RiffNote[]): Slot {
  return {
    kind: 'pluck',
    notes: notes.map(({ string, plucked }) => ({
      string,
      ...(plucked !== undefined && { finger: plucked as PickingFinger }),
    })),
  };
}

function strokesOfBar(laid: ChordedBar): readonly Stroke[] {
  const strokes = [...patternStrokes(laid), ...riffStrokes(laid.bar.riff, laid)].sort(
    (a, b) => a.beat - b.beat,
  );
  const once = laid.spans.filter((span) => isStruckOnce(span, laid.bar.struck !== undefined));
  if (once.length === 0) return strokes;
  for (const { at, from, chord } of once) {
    strokes.push({ bar: laid.index, at, beat: from, what: ONCE, chord });
  }
  return strokes.sort((a, b) => a.beat - b.beat);
}
