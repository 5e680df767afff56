import { parseChordName } from '../chord';
import { addBeats, beatsToNumber, type Beats } from '../units';
import { barKeys, type ComparedBar } from './music-keys';

/** How two rows of bars are alike that have hardly a bar in common. */
export type SpanRelation = 'doubled' | 'halved' | 'order' | 'coloured' | 'struck';

/** A minor and a major third, in semitones. */
const THIRDS = [3, 4];

/** A chord as long as it is held, over bar lines too. */
interface ChordSpan {
  readonly chord: string;
  readonly beats: Beats;
}

/**
 * Tells how the chords of a second row stand to those of a first where its bars are others: each twice or half as long,
 * the same ones in another order, the same roots and basses with other colours, or the same but for hits and holds;
 * undefined where they are other chords.
 *
 * @example
 * spanRelation([], []) // undefined
 */
export function spanRelation(
  a: readonly ComparedBar[],
  b: readonly ComparedBar[],
): SpanRelation | undefined {
  const [one, other] = [spansOf(a), spansOf(b)];
  if (one.length === 0 || other.length === 0) return undefined;
  // Bars of another meter count in other beats.
  const isOneMeter = a[0]?.beats === b[0]?.beats;
  if (isOneMeter && isLasting(one, other, 2)) return 'doubled';
  if (isOneMeter && isLasting(one, other, 1 / 2)) return 'halved';
  if (isReordered(one, other)) return 'order';
  if (isColoured(a, b)) return 'coloured';
  const plain = (bars: readonly ComparedBar[]): string => JSON.stringify(bars.map(unstruck));
  return plain(a) === plain(b) ? 'struck' : undefined;
}

function spansOf(bars: readonly ComparedBar[]): readonly ChordSpan[] {
  const spans: ChordSpan[] = [];
  for (const bar of bars)
    for (const { chord, beats } of bar.chords) {
      const key = chordOf(chord);
      const last = spans.at(-1);
      if (last?.chord === key)
        spans[spans.length - 1] = { chord: key, beats: addBeats(last.beats, beats) };
      else spans.push({ chord: key, beats });
    }
  return spans;
}

function chordOf(chord: string): string {
  return barKeys({ chords: [{ chord, beat: 1, beats: 1 }], beats: 1 }).chords;
}

function isLasting(one: readonly ChordSpan[], other: readonly ChordSpan[], times: number): boolean {
  if (one.length !== other.length || one.length < 2) return false;
  return one.every(({ chord, beats }, at) => {
    const now = other[at];
    return now?.chord === chord && beatsToNumber(now.beats) === beatsToNumber(beats) * times;
  });
}

/** The same two chords or more, each of them, and no other. */
function isReordered(one: readonly ChordSpan[], other: readonly ChordSpan[]): boolean {
  const [here, there] = [one, other].map((spans) => new Set(spans.map(({ chord }) => chord)));
  if (!here || !there || here.size < 2 || here.size !== there.size) return false;
  const isSameRow =
    one.length === other.length && one.every(({ chord }, at) => chord === other[at]?.chord);
  return !isSameRow && [...here].every((chord) => there.has(chord));
}

/** The same root and bass, and not a major third in place of a minor one: that is another chord, no colour. */
function isSameRoot(a: string, b: string): boolean {
  const [one, other] = [parseChordName(a), parseChordName(b)];
  if (!one || !other) return a === b;
  const thirds = [one, other].map(({ quality }) =>
    THIRDS.filter((tone) => quality.tones.includes(tone)),
  );
  const isTurned = thirds.every((some) => some.length === 1) && thirds[0]?.[0] !== thirds[1]?.[0];
  return one.root === other.root && one.bass === other.bass && !isTurned;
}

function isColoured(a: readonly ComparedBar[], b: readonly ComparedBar[]): boolean {
  const [here, there] = [a, b].map((bars) => bars.flatMap(({ chords }) => chords));
  if (!here || !there || a.length !== b.length || here.length !== there.length) return false;
  const isAlike = here.every((one, at) => {
    const other = there[at];
    return other?.beats === one.beats && isSameRoot(one.chord, other.chord);
  });
  return isAlike && here.some((one, at) => chordOf(one.chord) !== chordOf(there[at]?.chord ?? ''));
}

function unstruck({ chords }: ComparedBar): readonly (readonly [string, Beats])[] {
  return chords.map(({ chord, beats }) => [chordOf(chord), beats]);
}
