import { barKeys, type ComparedBar } from './music-keys';

/** So much of the longer one has its chords in the other, at some interval: no more alike can they be. */
export interface Bounds {
  /** Where nothing is moved. */
  readonly plain: number;
  /** Where one is moved against the other. */
  readonly moved: number;
}

const INTERVALS = 12;

/**
 * Rows of bars by the chords in them, so that of many rows only those are compared that can be alike: bars with other
 * chords always cost a whole bar, and that two rows have few in common is told without comparing them.
 *
 * @example
 * new AlikeRows().mayBeLike([{ chords: [], beats: 4 }], { plain: 0.6, moved: 0.75 }) // []
 */
export class AlikeRows {
  private readonly rowsOf = new Map<string, number[]>();
  private readonly lengths: number[] = [];

  /** Puts a row behind those that are there. */
  add(bars: readonly ComparedBar[]): void {
    const row = this.lengths.push(bars.length) - 1;
    for (const chords of new Set(bars.map((bar) => barKeys(bar).chords)))
      this.rowsOf.set(chords, [...(this.rowsOf.get(chords) ?? []), row]);
  }

  /** The places, from 0, of all rows that may reach the bounds; every row that does is among them. */
  mayBeLike(bars: readonly ComparedBar[], { plain, moved }: Bounds): readonly number[] {
    const found = new Set<number>();
    for (let semitones = 0; semitones < INTERVALS; semitones += 1) {
      const least = semitones === 0 ? plain : moved;
      for (const [row, common] of this.inCommon(bars, semitones))
        if (common >= least * Math.max(bars.length, this.lengths[row] ?? 0)) found.add(row);
    }
    return [...found].sort((a, b) => a - b);
  }

  /** How many of the bars, moved, have their chords in each row that has any. */
  private inCommon(bars: readonly ComparedBar[], semitones: number): ReadonlyMap<number, number> {
    const common = new Map<number, number>();
    for (const bar of bars)
      for (const row of this.rowsOf.get(barKeys(bar, semitones).chords) ?? [])
        common.set(row, (common.get(row) ?? 0) + 1);
    return common;
  }
}
