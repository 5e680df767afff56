import { USUAL_CONSTANTS, type Constants } from '../constants';
import { openNotes, type Tuning } from '../pitch';

/** One item of an evening's programme: who plays what, and how the guitar has to stand. */
export interface EveningItem {
  readonly id: string;
  readonly player: string;
  readonly tuning: Tuning;
  readonly capo: number;
}

/** What has to be done between two items. */
export interface StageChange {
  /** Strings that are tuned otherwise, as they are said: "string 6 to D2". */
  readonly strings: readonly string[];
  /** The fret the capo goes to; null where it stays, 0 where it comes off. */
  readonly capoTo: number | null;
  readonly seconds: number;
  /** The same player plays both. */
  readonly isTwiceInARow: boolean;
}

type StageConstants = Pick<Constants, 'retuneSeconds' | 'capoMoveSeconds'>;

/** Nobody plays twice in a row if it can be helped: as dear as retuning the whole guitar. */
const TWICE_SECONDS = 120;
/** Up to so many items every order is weighed; beyond, a good one is looked for. */
const MOST_EXACT = 12;
const MOST_ROUNDS = 60;

/**
 * Tells what has to be done between two items on one guitar: strings to retune, the capo to move, and how long it
 * takes.
 *
 * @example
 * stageChange({ id: 'a', player: 'Ada', tuning: STANDARD_TUNING, capo: 0 }, { id: 'b', player: 'Bo', tuning: STANDARD_TUNING, capo: 2 }).seconds // 4
 */
export function stageChange(
  from: EveningItem,
  to: EveningItem,
  { retuneSeconds, capoMoveSeconds }: StageConstants = USUAL_CONSTANTS,
): StageChange {
  const strings = retuned(from.tuning, to.tuning);
  const capoTo = from.capo === to.capo ? null : to.capo;
  return {
    strings,
    capoTo,
    isTwiceInARow: from.player === to.player,
    seconds: strings.length * retuneSeconds + (capoTo === null ? 0 : capoMoveSeconds),
  };
}

/** What all the changes of an order take, and how often somebody plays twice in a row. */
export interface OrderCost {
  readonly seconds: number;
  readonly twiceInARow: number;
}

/**
 * Adds up what an order asks for between its items.
 *
 * @example
 * orderCost([]) // { seconds: 0, twiceInARow: 0 }
 */
export function orderCost(
  items: readonly EveningItem[],
  constants: StageConstants = USUAL_CONSTANTS,
): OrderCost {
  let [seconds, twiceInARow] = [0, 0];
  items.slice(1).forEach((to, at) => {
    const from = items[at];
    if (!from) return;
    const change = stageChange(from, to, constants);
    seconds += change.seconds;
    twiceInARow += change.isTwiceInARow ? 1 : 0;
  });
  return { seconds, twiceInARow };
}

/** What is left of an order: what it costs, and which item comes next; -1 where none is left. */
interface OrderLeft {
  readonly cost: number;
  readonly next: number;
}

/**
 * Puts the items of an evening in the order that takes least time between them, and in which nobody plays twice in a
 * row if it can be helped: the best there is for up to twelve items, a good one for more. One guitar goes round.
 *
 * @example
 * bestOrder([]) // []
 */
export function bestOrder<Item extends EveningItem>(
  items: readonly Item[],
  constants: StageConstants = USUAL_CONSTANTS,
): readonly Item[] {
  if (items.length < 2) return items;
  const costs = costsOf(items, constants);
  const order = items.length <= MOST_EXACT ? exactOrder(costs) : goodOrder(costs);
  return order.flatMap((at) => items[at] ?? []);
}

/** Strings of one tuning that another has otherwise; all of them where the guitar is another. */
function retuned(from: Tuning, to: Tuning): readonly string[] {
  const [before, after] = [openNotes(from), openNotes(to)];
  return after.flatMap((note, place) =>
    before.length === after.length && before[place] === note
      ? []
      : [`string ${after.length - place} to ${to[place] ?? ''}`],
  );
}

/** Seconds from each item to each other, playing twice in a row counted in. */
function costsOf(
  items: readonly EveningItem[],
  constants: StageConstants,
): readonly (readonly number[])[] {
  return items.map((from) =>
    items.map((to) => {
      const { seconds, isTwiceInARow } = stageChange(from, to, constants);
      return seconds + (isTwiceInARow ? TWICE_SECONDS : 0);
    }),
  );
}

/** The cheapest way through all items: of every item with every set of those still left, worked out once. */
function exactOrder(costs: readonly (readonly number[])[]): readonly number[] {
  const places = costs.map((_, place) => place);
  const known = new Map<number, OrderLeft>();
  const without = (left: number, place: number): number => left & ~(1 << place);

  function wayOn(last: number, left: number): OrderLeft {
    const key = left * (costs.length + 1) + last + 1;
    const found = known.get(key);
    if (found) return found;
    let best: OrderLeft = { cost: left === 0 ? 0 : Infinity, next: -1 };
    for (const next of places.filter((place) => left & (1 << place))) {
      const cost = (costs[last]?.[next] ?? 0) + wayOn(next, without(left, next)).cost;
      // Of ways that cost the same, the one that keeps what stood first first.
      if (cost < best.cost) best = { cost, next };
    }
    known.set(key, best);
    return best;
  }

  const order: number[] = [];
  for (let [last, left] = [-1, (1 << costs.length) - 1]; left !== 0;) {
    last = wayOn(last, left).next;
    left = without(left, last);
    order.push(last);
  }
  return order;
}

function costOf(order: readonly number[], costs: readonly (readonly number[])[]): number {
  return order.slice(1).reduce((sum, to, at) => sum + (costs[order[at] ?? 0]?.[to] ?? 0), 0);
}

/** One item taken out and put in elsewhere. */
function moved(order: readonly number[], from: number, to: number): readonly number[] {
  const [one = 0] = order.slice(from, from + 1);
  const rest = order.filter((_, at) => at !== from);
  return [...rest.slice(0, to), one, ...rest.slice(to)];
}

/** A good way through many items: as they stand, each moved to where it costs least, until nothing helps. */
function goodOrder(costs: readonly (readonly number[])[]): readonly number[] {
  let best: readonly number[] = costs.map((_, at) => at);
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const before = costOf(best, costs);
    for (let from = 0; from < best.length; from += 1)
      for (let to = 0; to < best.length; to += 1) {
        const other = moved(best, from, to);
        if (costOf(other, costs) < costOf(best, costs)) best = other;
      }
    if (costOf(best, costs) >= before) break;
  }
  return best;
}
