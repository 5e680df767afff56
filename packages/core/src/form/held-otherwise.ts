import { tagOf, withoutTag } from '../chord';
import { compareTexts } from './compare';
import type { ComparedBar } from './music-keys';

/** As much of a comparison as tells whether bars still stand beside each other. */
interface ComparedRows {
  readonly relation: string;
  readonly semitones: number;
}

/**
 * Gives bars with their chords alone, whichever grip they are held by.
 *
 * @example
 * withoutGrips([{ chords: [{ chord: 'Bm~low', beat: 1, beats: 4 }], beats: 4 }])[0].chords[0].chord // 'Bm'
 */
export function withoutGrips<Compared extends ComparedBar>(
  bars: readonly Compared[],
): readonly Compared[] {
  return bars.map((bar) => ({
    ...bar,
    chords: bar.chords.map((one) => ({ ...one, chord: withoutTag(one.chord) })),
  }));
}

/**
 * Gives of each bar the tags that say which grips it is held by.
 *
 * @example
 * gripsHeld([{ chords: [{ chord: 'Bm~low', beat: 1, beats: 4 }], beats: 4 }]) // ['low']
 */
export function gripsHeld(bars: readonly ComparedBar[]): readonly string[] {
  return bars.map(({ chords }) => chords.map(({ chord }) => tagOf(chord) ?? '').join());
}

/**
 * Gives the numbers, from 1, of the bars in which the same chords are held by another of their grips than in the row they are
 * like; none where the chords themselves are others or moved.
 *
 * @example
 * heldOtherwise({ relation: 'same', semitones: 0 }, ['', ''], ['', 'low']) // [2]
 */
export function heldOtherwise(
  { relation, semitones }: ComparedRows,
  grips: readonly string[],
  others: readonly string[],
): readonly number[] {
  const isNamed = [...grips, ...others].some((one) => /[^,]/.test(one));
  if (!isNamed || relation === 'new' || semitones !== 0) return [];
  // Of rows as long as each other the grips stand bar beside bar; of others where they agree most.
  return grips.length === others.length
    ? others.flatMap((grip, at) => (grip === grips[at] ? [] : [at + 1]))
    : compareTexts(grips, others).changedBars;
}
