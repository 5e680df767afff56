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
/** Another pace is believed where it costs so much less. */
const CLEARLY_BETTER = 0.95;
/** More strokes than these are aligned at no other pace than the one expected. */
const MOST_AT_ANY_PACE = 400;

/** A way from pair to pair, and what it costs. */
interface StrokePath {
  readonly pairs: readonly Pair[];
  readonly cost: number;
}

/**
 * The cheapest way through all pairs, by how evenly each follows the one before (dynamic programming). What
 * cannot become a way as cheap as asked for is not gone into: that spares nearly all pairs of a good take.
 */
class Aligner {
  private readonly costs: Float64Array;
  private readonly from: Int32Array;
  /** Of each heard stroke and each expected one at this pace, in seconds. */
  private readonly heardS: Float64Array;
  private readonly expectedS: Float64Array;
  private readonly unit: number;

  constructor(
    expectedS: readonly number[],
    heardS: readonly number[],
    private readonly search: Search,
  ) {
    this.heardS = Float64Array.from(heardS);
    this.expectedS = Float64Array.from(expectedS, (at) => at * search.pace);
    this.costs = new Float64Array(expectedS.length * heardS.length);
    this.from = new Int32Array(expectedS.length * heardS.length);
    const gap = middleGap(expectedS) * search.pace;
    this.unit = Math.min(SLOWEST_S, Math.max(FASTEST_S, gap * 1.2));
  }

  /** The cheapest way of all, without a pair where leaving out everything is cheaper. */
  cheapest(): StrokePath {
    const [expected, heard] = [this.expectedS.length, this.heardS.length];
    const nothing: StrokePath = { pairs: [], cost: LEFT_OUT * (expected + heard) };
    for (let most = 2 * CHEAP * Math.max(expected, heard); most < nothing.cost; most *= 3) {
      const found = this.within(most);
      if (found) return found;
    }
    return this.within(nothing.cost) ?? nothing;
  }

  /** The cheapest way that costs less than so much; undefined where there is none. */
  within(most: number): StrokePath | undefined {
    const [rows, width] = [this.expectedS.length, this.heardS.length];
    this.costs.fill(Infinity);
    let [cost, end] = [most, -1];
    for (let expected = 0; expected < rows; expected += 1)
      for (let heard = 0; heard < width; heard += 1) {
        const [leftE, leftH] = [rows - 1 - expected, width - 1 - heard];
        const atLeast = LEFT_OUT * (Math.max(0, expected - heard) + Math.abs(leftE - leftH));
        if (atLeast >= most) continue;
        this.settle(expected, heard, most - LEFT_OUT * Math.abs(leftE - leftH));
        const whole =
          (this.costs[expected * width + heard] ?? Infinity) + LEFT_OUT * (leftE + leftH);
        if (whole < cost) [cost, end] = [whole, expected * width + heard];
      }
    return end < 0 ? undefined : { pairs: this.wayTo(end), cost };
  }

  private offset(expected: number, heard: number): number {
    return (this.heardS[heard] ?? 0) - (this.expectedS[expected] ?? 0);
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

  /** What the way to a pair costs at least, and from where; it stays unsettled where that is too much. */
  private settle(expected: number, heard: number, most: number): void {
    const { costs, unit } = this;
    const width = this.heardS.length;
    let least = this.beginning(expected, heard);
    let from = -1;
    const offset = this.offset(expected, heard);
    for (let e = expected - 1; e >= Math.max(0, expected - FURTHEST); e -= 1) {
      for (let h = heard - 1; h >= Math.max(0, heard - FURTHEST); h -= 1) {
        const before = costs[e * width + h] ?? Infinity;
        if (before >= least) continue;
        const off = Math.abs(offset - this.offset(e, h)) / unit;
        const skipped = LEFT_OUT * (expected - e + heard - h - 2);
        const cost = before + Math.min(STUMBLED, off) + skipped;
        if (cost < least) [least, from] = [cost, e * width + h];
      }
    }
    if (least >= most) return;
    costs[expected * width + heard] = least;
    this.from[expected * width + heard] = from;
  }

  private wayTo(end: number): readonly Pair[] {
    const width = this.heardS.length;
    const pairs: Pair[] = [];
    for (let at = end; at >= 0; at = this.from[at] ?? -1)
      pairs.push({ expected: Math.floor(at / width), heard: at % width });
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
  const paces = many > MOST_AT_ANY_PACE ? PACES.slice(0, 1) : PACES;
  const known = latencyS === undefined ? {} : { latencyS };
  let best = { pairs: [] as readonly Pair[], pace: 1, cost: Infinity };
  for (const pace of paces) {
    const aligner = new Aligner(expectedS, heardS, { pace, ...known });
    const isFirst = best.cost === Infinity;
    const found = isFirst ? aligner.cheapest() : aligner.within(best.cost * CLEARLY_BETTER);
    if (found) best = { ...found, pace };
    if (best.cost <= CHEAP * many) break;
  }
  const { pairs, pace } = best;
  return { pairs, pace };
}

function middleGap(timesS: readonly number[]): number {
  const gaps = timesS.slice(1).map((one, at) => one - (timesS[at] ?? 0));
  gaps.sort((a, b) => a - b);
  return gaps[Math.floor(gaps.length / 2)] ?? SLOWEST_S;
}
