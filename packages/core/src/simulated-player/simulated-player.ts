import { seeded } from '../random';
import type { ExpectedTime } from '../take';

/** A change of grips that comes late each time; without `from`, every change to that grip. */
export interface SlowChange {
  readonly from?: string;
  readonly to: string;
  readonly lateMs: number;
}

/** How somebody plays who is not there. */
export interface SimulatedPlayer {
  /** How much slower than the click: 1 is with it. */
  readonly pace: number;
  /** How far the hand is off the beat, as one standard deviation. */
  readonly jitterMs: number;
  readonly slowChanges: readonly SlowChange[];
  /** How often they lose their place, or the places of the strokes at which they do, from 0. */
  readonly stumbles: number | readonly number[];
  /** How many strokes they leave out, or the places of these, from 0. */
  readonly missed: number | readonly number[];
  /** How much further off the hand is at the end than at the beginning: 1 is twice as far. */
  readonly tires: number;
  /** How much later than played it is heard, in seconds. */
  readonly latencyS: number;
}

/** Somebody who plays all of it in time, as well as people do. */
export const STEADY_PLAYER: SimulatedPlayer = {
  pace: 1,
  jitterMs: 10,
  slowChanges: [],
  stumbles: 0,
  missed: 0,
  tires: 0,
  latencyS: 0,
};

/** What was played, and what was wrong with it. */
export interface SimulatedTake {
  readonly onsetsS: readonly number[];
  /** For each expected stroke when it was played, in seconds; null where it was left out. */
  readonly playedS: readonly (number | null)[];
  /** Strokes that nobody asked for. */
  readonly extraS: readonly number[];
  readonly truth: {
    /** Places of strokes that were left out, from 0. */
    readonly missed: readonly number[];
    readonly extra: number;
    /** How late each stroke came, in ms; null where it was left out. */
    readonly lateMs: readonly (number | null)[];
    /** Places of the strokes at which the player lost their place. */
    readonly stumbles: readonly number[];
    /** Places at which a change came late. */
    readonly slow: readonly number[];
  };
}

/** Somebody who loses their place needs so long to find it again. */
const LOST_S: readonly [number, number] = [0.5, 1.1];
/** A hand cannot strike again sooner than this share of the written distance. */
const SOONEST_SHARE = 0.5;
/** The first stroke that is lost is often struck all the same, and again. */
const FALSE_START = 0.3;

class StandIn {
  private readonly random: () => number;

  constructor(seed: number) {
    this.random = seeded(seed);
    // The first numbers of seeds next to each other are alike.
    for (let turn = 0; turn < 8; turn += 1) this.random();
  }

  between(low: number, high: number): number {
    return low + (high - low) * this.random();
  }

  isLucky(share: number): boolean {
    return this.random() < share;
  }

  /** A number spread normally about 0 with a standard deviation of 1 (Box and Muller). */
  normal(): number {
    const far = Math.sqrt(-2 * Math.log(1 - this.random()));
    return far * Math.cos(2 * Math.PI * this.random());
  }

  /** The places asked for, or so many of some, none of the first or the last. */
  places(wanted: number | readonly number[], count: number): readonly number[] {
    if (typeof wanted !== 'number') return wanted;
    const all = Array.from({ length: Math.max(0, count - 4) }, (_, at) => at + 2);
    const picked = Array.from({ length: Math.min(wanted, all.length) }, () => {
      const [one = 0] = all.splice(Math.floor(this.random() * all.length), 1);
      return one;
    });
    return picked.sort((a, b) => a - b);
  }
}

/**
 * Plays strokes as somebody would who is described: the same for the same seed. Nothing for no strokes.
 *
 * @example
 * playSimulated([{ atS: 0 }, { atS: 1 }], { ...STEADY_PLAYER, jitterMs: 0 }, 1).onsetsS // [0, 1]
 */
export function playSimulated(
  expected: readonly ExpectedTime[],
  player: SimulatedPlayer,
  seed: number,
): SimulatedTake {
  const hand = new StandIn(seed);
  const count = expected.length;
  const slow = slowAt(expected, player.slowChanges);
  const lost = new Set(hand.places(player.stumbles, count));
  const left = new Set(hand.places(player.missed, count));
  const playedS: (number | null)[] = [];
  const extraS: number[] = [];
  let busyUntilS = -Infinity;
  expected.forEach(({ atS }, at) => {
    const tired = 1 + (player.tires * at) / Math.max(1, count - 1);
    const wroteS = atS * player.pace + player.latencyS;
    const gapS = (atS - (expected[at - 1]?.atS ?? atS - 1)) * player.pace;
    let now =
      wroteS + (hand.normal() * player.jitterMs * tired) / 1000 + (slow.get(at) ?? 0) * tired;
    if (lost.has(at)) {
      const awayS = hand.between(...LOST_S);
      if (hand.isLucky(FALSE_START)) extraS.push(now);
      now += awayS;
    } else if (left.has(at) || now < busyUntilS - gapS * 0.5) {
      playedS.push(null);
      return;
    }
    now = Math.max(now, busyUntilS);
    playedS.push(now);
    const nextS = (expected[at + 1]?.atS ?? atS + 1) * player.pace + player.latencyS;
    busyUntilS = now + (nextS - wroteS) * SOONEST_SHARE;
  });
  const lateMs = playedS.map((one, at) =>
    one === null
      ? null
      : Math.round((one - (expected[at]?.atS ?? 0) * player.pace - player.latencyS) * 1000),
  );
  return {
    playedS,
    extraS,
    onsetsS: [...playedS.flatMap((one) => one ?? []), ...extraS].sort((a, b) => a - b),
    truth: {
      missed: playedS.flatMap((one, at) => (one === null ? [at] : [])),
      extra: extraS.length,
      lateMs,
      stumbles: [...lost].sort((a, b) => a - b),
      slow: [...slow.keys()],
    },
  };
}

/** How late each change comes, by the place of its first stroke. */
function slowAt(
  expected: readonly ExpectedTime[],
  changes: readonly SlowChange[],
): ReadonlyMap<number, number> {
  const late = new Map<number, number>();
  let held: string | undefined;
  expected.forEach(({ chord, chordChange }, at) => {
    const own = changes.find(
      (one) => one.to === chord && (one.from === undefined || one.from === held),
    );
    if (chordChange && held !== undefined && own) late.set(at, own.lateMs / 1000);
    if (chord !== undefined) held = chord;
  });
  return late;
}
