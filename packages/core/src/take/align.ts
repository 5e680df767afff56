/** Which heard stroke is which expected one; what is left over on either side. */
export interface Alignment {
  /** Pairs of places, from 0, in order. */
  readonly pairs: readonly Pair[];
  /** How much slower than expected it was played: 1 is just so. */
  readonly pace: number;
}

/** A stroke that was expected and heard. */
export interface Pair {
  readonly expected: number;
  readonly heard: number;
}

/** How an alignment is looked for. */
interface Search {
  readonly pace: number;
  /** Where it is known: how much later than expected a stroke in time is heard, in seconds. */
  readonly latencyS?: number;
}

/** What one stroke that is missing, or one too many, weighs. */
const LEFT_OUT = 1.2;
/** A stroke that much later than the one before it says weighs one; less where strokes are close. */
const SLOWEST_S = 0.3;
const FASTEST_S = 0.12;
/** Somebody who stops and goes on has stumbled once, however long it took. */
const STUMBLED = 1.6;
/** So many strokes in a row may be missing, or too many. */
const FURTHEST = 6;
/** Sound is heard between so much before and after it is expected; further off costs a little. */
const SOONEST_S = -0.1;
const LATEST_S = 0.4;
const FAR_OFF = 0.8;
const PACES: readonly number[] = [
  1, 0.96, 1.04, 0.92, 1.08, 0.88, 1.13, 0.84, 1.18, 0.8, 1.24, 0.76, 1.3, 0.72, 1.37, 0.67, 1.5,
];
/** An alignment as cheap as this, for each stroke, is the right one. */
const CHEAP = 0.3;
/** More strokes than these are aligned at no other pace than the one expected. */
const MOST_AT_ANY_PACE = 400;

/** The cheapest way through all pairs, by how evenly each follows the one before (dynamic programming). */
class Aligner {
  private readonly costs: Float64Array;
  private readonly from: Int32Array;
  private readonly unit: number;
  private readonly width: number;

  constructor(
    private readonly expectedS: readonly number[],
    private readonly heardS: readonly number[],
    private readonly search: Search,
  ) {
    this.width = heardS.length;
    this.costs = new Float64Array(expectedS.length * this.width).fill(Infinity);
    this.from = new Int32Array(expectedS.length * this.width).fill(-1);
    const gap = middleGap(expectedS) * search.pace;
    this.unit = Math.min(SLOWEST_S, Math.max(FASTEST_S, gap * 1.2));
  }

  run(): { readonly pairs: readonly Pair[]; readonly cost: number } {
    const { expectedS, heardS, width } = this;
    let best = { cost: LEFT_OUT * (expectedS.length + heardS.length), end: -1 };
    expectedS.forEach((_, expected) => {
      heardS.forEach((__, heard) => {
        this.settle(expected, heard);
        const left = expectedS.length - 1 - expected + heardS.length - 1 - heard;
        const cost = (this.costs[expected * width + heard] ?? Infinity) + LEFT_OUT * left;
        if (cost < best.cost) best = { cost, end: expected * width + heard };
      });
    });
    return { pairs: this.wayTo(best.end), cost: best.cost };
  }

  private offset(expected: number, heard: number): number {
    return (this.heardS[heard] ?? 0) - (this.expectedS[expected] ?? 0) * this.search.pace;
  }

  /** What it costs to begin with a pair: all before it is left out. */
  private beginning(expected: number, heard: number): number {
    const { latencyS } = this.search;
    const offset = this.offset(expected, heard);
    const far =
      latencyS === undefined
        ? Math.max(0, SOONEST_S - offset, offset - LATEST_S)
        : Math.abs(offset - latencyS);
    // What is heard before anything is expected is the room, not the player.
    const early = latencyS === undefined ? Math.min(heard, 2) : heard;
    return LEFT_OUT * (expected + early) + Math.min(FAR_OFF, far / this.unit);
  }

  private settle(expected: number, heard: number): void {
    const { costs, width, unit } = this;
    const own = expected * width + heard;
    let least = this.beginning(expected, heard);
    let from = -1;
    const offset = this.offset(expected, heard);
    for (let e = expected - 1; e >= Math.max(0, expected - FURTHEST); e -= 1) {
      for (let h = heard - 1; h >= Math.max(0, heard - FURTHEST); h -= 1) {
        const off = Math.abs(offset - this.offset(e, h)) / unit;
        const skipped = LEFT_OUT * (expected - e + heard - h - 2);
        const cost = (costs[e * width + h] ?? 0) + Math.min(STUMBLED, off) + skipped;
        if (cost < least) [least, from] = [cost, e * width + h];
      }
    }
    costs[own] = least;
    this.from[own] = from;
  }

  private wayTo(end: number): readonly Pair[] {
    const pairs: Pair[] = [];
    for (let at = end; at >= 0; at = this.from[at] ?? -1)
      pairs.push({ expected: Math.floor(at / this.width), heard: at % this.width });
    return pairs.reverse();
  }
}

/**
 * Finds which heard stroke is which expected one, both in seconds and in order: the way that leaves out the
 * fewest and follows the expected distances most evenly. Where the latency is known, a take that begins
 * with it is preferred. Without any pair where nothing was heard or expected.
 *
 * @example
 * alignStrokes([0, 0.5, 1], [0.1, 0.62, 1.1]).pairs.length // 3
 */
export function alignStrokes(
  expectedS: readonly number[],
  heardS: readonly number[],
  { latencyS }: Omit<Search, 'pace'> = {},
): Alignment {
  const many = Math.max(expectedS.length, heardS.length);
  const isLong = many > MOST_AT_ANY_PACE;
  const enough = CHEAP * many;
  let best: { pairs: readonly Pair[]; pace: number; cost: number } | undefined;
  for (const pace of isLong ? [1] : PACES) {
    const search = { pace, ...(latencyS !== undefined && { latencyS }) };
    const { pairs, cost } = new Aligner(expectedS, heardS, search).run();
    if (!best || cost < best.cost * 0.95) best = { pairs, pace, cost };
    if (best.cost <= enough) break;
  }
  return best ?? { pairs: [], pace: 1 };
}

function middleGap(timesS: readonly number[]): number {
  const gaps = timesS.slice(1).map((one, at) => one - (timesS[at] ?? 0));
  gaps.sort((a, b) => a - b);
  return gaps[Math.floor(gaps.length / 2)] ?? SLOWEST_S;
}
