import { slotBeats, type Feel, type Pattern, type Slot } from '../rhythm';
import { beatsToNumber, type Beats } from '../units';
import { chordSpans, type ChordSpan } from './chord-spans';
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
}

/** What strikes a chord once. */
const ONCE: Slot = { kind: 'strum', direction: 'down' };

/** The places of a pattern's slots are asked for in every bar; they never change. */
const known = new WeakMap<Pattern, { readonly feel: Feel; readonly places: readonly Beats[] }>();

function placesOf(pattern: Pattern, feel: Feel): readonly Beats[] {
  const kept = known.get(pattern);
  if (kept && isSameFeel(kept.feel, feel)) return kept.places;
  const places = slotBeats(pattern, feel);
  known.set(pattern, { feel, places });
  return places;
}

function isSameFeel(a: Feel, b: Feel): boolean {
  if (a.kind === 'straight' || b.kind === 'straight') return a.kind === b.kind;
  return a.long === b.long && a.short === b.short;
}

/** The part of a bar's pattern that fits the bar. */
function patternStrokes({ bar: { struck, beats, feel }, from }: LaidBar): readonly BarStroke[] {
  if (!struck) return [];
  const { pattern, bar } = struck;
  const first = bar * pattern.slotsPerBar;
  return placesOf(pattern, feel).flatMap((at, place) => {
    const what = pattern.slots[first + place];
    const into = beatsToNumber(at);
    if (!what || what.kind === 'rest' || into >= beats) return [];
    return [{ at, beat: from + into, what, slot: first + place }];
  });
}

type BarStroke = Omit<Stroke, 'bar' | 'chord'>;

function spanAt(spans: readonly ChordSpan[], beat: number): ChordSpan | undefined {
  return spans.findLast((span) => span.from <= beat) ?? spans[0];
}

/** The pattern goes on where a chord is neither a single hit, nor held over, nor silence. */
function isPlayedOver(span: ChordSpan | undefined): boolean {
  return span !== undefined && !span.isHit && !span.isHeld && !span.isSilent;
}

/** Single hits, and without a pattern each chord that is new. */
function isStruckOnce(span: ChordSpan, hasPattern: boolean): boolean {
  if (span.isSilent || span.isHeld) return false;
  return span.isHit || (!hasPattern && !span.isSame);
}

function strokesOfBar(laid: LaidBar, spans: readonly ChordSpan[]): readonly BarStroke[] {
  const once = spans
    .filter((span) => isStruckOnce(span, laid.bar.struck !== undefined))
    .map(({ at, from }) => ({ at, beat: from, what: ONCE }));
  const strokes = patternStrokes(laid).filter(({ beat }) => isPlayedOver(spanAt(spans, beat)));
  return [...strokes, ...once].sort((a, b) => a.beat - b.beat);
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
  return stretch.bars.map((laid, bar) => {
    const own = spans[bar] ?? [];
    return strokesOfBar(laid, own).map((one) => ({
      ...one,
      bar,
      chord: spanAt(own, one.beat)?.chord ?? '-',
    }));
  });
}
