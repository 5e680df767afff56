import type { HeldGrip } from './change';
import { fingeringsOf, type Fingering } from './fingering';
import type { Fingers, Grip } from './grip';
import type { Hand } from './hand';
import { ChangeTimes, COST_A_SECOND, worthyWays } from './progression';

/** A change between two of some grips, by their places in the list, and how often it comes. */
export interface GripChange {
  readonly from: number;
  readonly to: number;
  readonly times: number;
}

/** Rounds of choosing after which nothing changes any more in practice. */
const MOST_ROUNDS = 6;

/** Weighs one way of holding each grip over a whole song. */
class Choice {
  private readonly times: ChangeTimes;
  private readonly ways: readonly (readonly Fingering[])[];
  private readonly chosen: (Fingering | undefined)[];
  private readonly changesAt: readonly (readonly GripChange[])[];

  constructor(
    private readonly grips: readonly HeldGrip[],
    changes: readonly GripChange[],
    hand: Hand,
  ) {
    this.times = new ChangeTimes(hand);
    this.ways = grips.map((one) => toldWay(one, hand));
    this.chosen = this.ways.map(([first]) => first);
    this.changesAt = grips.map((_, at) =>
      changes.filter(({ from, to }) => from === at || to === at),
    );
  }

  private grip(at: number): Grip {
    return this.grips[at]?.grip ?? [];
  }

  /** The seconds of all changes to and from a grip, were it held so. */
  private changing(at: number, way: Fingering): number {
    return (this.changesAt[at] ?? []).reduce((sum, { from, to, times }) => {
      const [a, b] = [from, to].map((one) => (one === at ? way : this.chosen[one]));
      if (!a || !b) return sum;
      const held = { grip: this.grip(from), way: a };
      return sum + times * this.times.between(held, { grip: this.grip(to), way: b });
    }, 0);
  }

  private cost(at: number, way: Fingering): number {
    const often = (this.changesAt[at] ?? []).reduce((sum, { times }) => sum + times, 0) / 2;
    return way.cost * Math.max(1, often) + COST_A_SECOND * this.changing(at, way);
  }

  /** Takes the best way of one grip while all others stay; true when it is another than before. */
  private better(at: number): boolean {
    const ways = this.ways[at] ?? [];
    const before = this.chosen[at];
    const costs = ways.map((way) => this.cost(at, way));
    const best = ways[costs.indexOf(Math.min(...costs))];
    this.chosen[at] = best;
    return best !== before;
  }

  settle(): readonly (Fingers | undefined)[] {
    for (let round = 0; round < MOST_ROUNDS; round++) {
      const moved = this.grips.map((_, at) => this.better(at));
      if (!moved.includes(true)) break;
    }
    return this.chosen.map((way) => way?.fingers);
  }
}

/**
 * Chooses fingers for the grips of a song, one way each for all of it, so that holding them and changing
 * between them is easiest over every change and how often it comes; fingers that were told hold.
 * Undefined for a grip no hand holds.
 *
 * @example
 * fingerSong([{ grip: parseGrip('320033') }, { grip: parseGrip('x32033') }], [{ from: 0, to: 1, times: 4 }], USUAL_HAND).map(formatFingers) // ['21..34', '.21.34']
 */
export function fingerSong(
  grips: readonly HeldGrip[],
  changes: readonly GripChange[],
  hand: Hand,
): readonly (Fingers | undefined)[] {
  return new Choice(grips, changes, hand).settle();
}

function toldWay({ grip, fingers }: HeldGrip, hand: Hand): readonly Fingering[] {
  if (!fingers) return worthyWays(grip, hand);
  const told = fingeringsOf(grip, hand).find((one) => one.fingers.join() === fingers.join());
  return [told ?? { fingers, barres: [], cost: 0, reachMm: 0 as Fingering['reachMm'] }];
}
