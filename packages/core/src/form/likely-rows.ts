import { parseChordName } from '../chord';
import { AlikeRows } from './candidates';
import { MOVED_SIMILARITY } from './compare';
import { barKeys, type ComparedBar } from './music-keys';

/** Half of the longer row may differ for it to be the same but for some bars. */
const LEAST_PLAIN = 0.5;
/** Of a row this short one bar in common at the start is all but its ending. */
const SHORT_BARS = 3;

/**
 * Rows of bars by what any two must have in common to be told by each other: bars enough, at some interval; two bars in a
 * row; the same chords; the same roots. So a long song is not compared line by line with all of itself.
 *
 * @example
 * new LikelyRows().findLike([{ chords: [], beats: 4 }]) // []
 */
export class LikelyRows {
  private readonly alike = new AlikeRows();
  private readonly byTrait = new Map<string, number[]>();
  private count = 0;

  /** Puts a row behind those that are there. */
  add(bars: readonly ComparedBar[]): void {
    this.alike.add(bars);
    for (const trait of traitsOf(bars)) {
      const rows = this.byTrait.get(trait) ?? [];
      this.byTrait.set(trait, rows);
      rows.push(this.count);
    }
    this.count += 1;
  }

  /** The places, from 0, of all rows a row may be told by, in their order. */
  findLike(bars: readonly ComparedBar[]): readonly number[] {
    const bounds = { plain: LEAST_PLAIN, moved: MOVED_SIMILARITY };
    const found = new Set(this.alike.mayBeLike(bars, bounds));
    for (const trait of traitsOf(bars))
      for (const row of this.byTrait.get(trait) ?? []) found.add(row);
    return [...found].sort((a, b) => a - b);
  }
}

function traitsOf(bars: readonly ComparedBar[]): ReadonlySet<string> {
  const keys = bars.map((bar) => `${barKeys(bar).chords} ${barKeys(bar).durations}`);
  const pairs = keys.slice(1).map((key, at) => `two ${keys[at] ?? ''} | ${key}`);
  const chords = bars.flatMap((bar) => bar.chords.map(({ chord }) => chord));
  const once = new Set(
    bars.flatMap((bar) =>
      bar.chords.map((one) => barKeys({ chords: [plain(one.chord)], beats: 1 }).chords),
    ),
  );
  return new Set([
    ...pairs,
    ...(bars.length <= SHORT_BARS ? [`first ${keys[0] ?? ''}`] : []),
    `chords ${[...once].sort().join(' ')}`,
    `roots ${chords.map(rootOf).join(' ')}`,
  ]);
}

function plain(chord: string): ComparedBar['chords'][number] {
  return { chord, beat: 1, beats: 1 };
}

function rootOf(chord: string): string {
  const name = parseChordName(chord);
  return name ? `${name.root}/${name.bass}` : chord;
}
