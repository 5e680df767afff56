import { changeBetween, type HeldGrip } from './change';
import { fingeringsOf, type Fingering, type FingeringOptions } from './fingering';
import type { Fingers, Grip } from './grip';
import type { Hand } from './hand';

/** Ways of one grip that are worth thinking about: near the easiest, and not too many. */
const MOST_WAYS = 6;
const COST_ROOM = 1.6;
/** What a second saved in a change is worth in effort of holding. */
export const COST_A_SECOND = 3;

interface ChosenFingering {
  readonly cost: number;
  readonly ways: readonly (Fingering | undefined)[];
}

/** The ways of a grip that are worth weighing against each other, easiest first. */
export function worthyWays(
  grip: Grip,
  hand: Hand,
  options: FingeringOptions = {},
): readonly Fingering[] {
  const ways = fingeringsOf(grip, hand, options);
  const best = ways[0]?.cost ?? 0;
  return ways.filter((way) => way.cost <= best + COST_ROOM).slice(0, MOST_WAYS);
}

/** Finds the time from one way of holding to another; the same pair comes often in a song. */
export class ChangeTimes {
  private readonly known = new Map<string, number>();
  constructor(private readonly hand: Hand) {}

  between(from: FingeredGrip, to: FingeredGrip): number {
    const key = [from.grip, from.way.fingers, to.grip, to.way.fingers].join('|');
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const { seconds } = changeBetween(
      { grip: from.grip, fingers: from.way.fingers },
      { grip: to.grip, fingers: to.way.fingers },
      { hand: this.hand },
    );
    this.known.set(key, seconds);
    return seconds;
  }
}

/** A grip and one way of holding it. */
export interface FingeredGrip {
  readonly grip: Grip;
  readonly way: Fingering;
}

/**
 * Chooses fingerings for grips that follow each other so that, over all of them, holding and
 * changing are easiest: fingers stay or slide where they can (shortest path). In the place of a
 * grip that no hand holds stands undefined.
 *
 * @example
 * fingerProgression([parseGrip('320033'), parseGrip('x32033')], USUAL_HAND).map((way) => formatFingers(way.fingers)) // ['21..34', '.21.34']
 */
export function fingerProgression(
  grips: readonly Grip[],
  hand: Hand,
  options: FingeringOptions = {},
): readonly (Fingering | undefined)[] {
  const times = new ChangeTimes(hand);
  const remembered = new Map<string, readonly Fingering[]>();
  const waysFor = (grip: Grip): readonly Fingering[] => {
    const ways = remembered.get(grip.join()) ?? worthyWays(grip, hand, options);
    remembered.set(grip.join(), ways);
    return ways;
  };
  let paths: readonly (ChosenFingering & { readonly last: FingeredGrip | undefined })[] = [
    { cost: 0, ways: [], last: undefined },
  ];
  for (const grip of grips) {
    const ways = waysFor(grip);
    const options = ways.length === 0 ? [undefined] : ways;
    const before = paths;
    paths = options.map((way) => {
      const ends = before.map((path) => {
        const change =
          way && path.last ? times.between(path.last, { grip, way }) * COST_A_SECOND : 0;
        return { path, cost: path.cost + change + (way?.cost ?? 0) };
      });
      const best = ends.reduce((low, one) => (one.cost < low.cost ? one : low));
      const last = way ? { grip, way } : best.path.last;
      return { cost: best.cost, ways: [...best.path.ways, way], last };
    });
  }
  return paths.reduce((low, one) => (one.cost < low.cost ? one : low)).ways;
}

/**
 * Gives two grips that follow each other with fingers chosen together, where none are told: fingers
 * that can stay do. A grip no hand holds keeps none.
 *
 * @example
 * heldTogether({ grip: parseGrip('022100') }, { grip: parseGrip('022000') }, USUAL_HAND).map((one) => formatFingers(one.fingers)) // ['.231..', '.23...']
 */
export function heldTogether(
  from: HeldGrip,
  to: HeldGrip,
  hand: Hand,
): readonly [HeldGrip, HeldGrip] {
  const waysFor = ({ grip, fingers }: HeldGrip): readonly Fingers[] =>
    fingers ? [fingers] : worthyWays(grip, hand, {}).map((way) => way.fingers);
  const costs = new Map(
    [from, to].flatMap(({ grip }) =>
      fingeringsOf(grip, hand).map(
        (way) => [`${grip.join()} ${way.fingers.join()}`, way.cost] as const,
      ),
    ),
  );
  const costOf = (grip: Grip, fingers: Fingers): number =>
    costs.get(`${grip.join()} ${fingers.join()}`) ?? 0;
  const pairs = waysFor(from).flatMap((before) =>
    waysFor(to).map((after) => {
      const held = [
        { grip: from.grip, fingers: before },
        { grip: to.grip, fingers: after },
      ] as const;
      const { seconds } = changeBetween(held[0], held[1], { hand });
      const cost = costOf(from.grip, before) + costOf(to.grip, after) + seconds * COST_A_SECOND;
      return { held, cost };
    }),
  );
  const [first] = pairs;
  if (!first) return [from, to];
  return pairs.reduce((low, one) => (one.cost < low.cost ? one : low), first).held;
}
