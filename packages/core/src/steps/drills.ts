import { bpmWithin, changeKey, pairKey, secondsAt } from '../change';
import { LAYERS, type Layer } from '../song';
import { isFullBarre } from '../fretboard';
import { ownsFullBarre } from './grip-learning';
import {
  createMemory,
  crossingChanges,
  followingParts,
  tightestOfPart,
  withGuaranteed,
  type Guaranteed,
  type WindowedChange,
  type Workpiece,
} from './workpiece';

/** A change that is drilled by itself, both ways. */
export interface Drill {
  /** Both grips, sorted. */
  readonly names: readonly [string, string];
  /** The slower way it goes, with the tightest window of both. */
  readonly change: WindowedChange;
  /** What the change takes at most when the drill is held. */
  readonly neededSeconds: number;
  /** It brings the first full barre. */
  readonly isFirstBarre: boolean;
  /** The barest layer that cannot start at half its goal without it; undefined where it waits until the bare whole. */
  readonly before: Layer | undefined;
}

const ROUNDING = 1e-9;

/**
 * Tells whether a change is felt at a tempo: it takes over 0.6 of the time there is for it (assumptions
 * table); one that was played as tightly in other music is not.
 */
export function hinders(
  change: WindowedChange,
  { constants }: Workpiece,
  goalBpm: number,
): boolean {
  const window = secondsAt(change.windowBeats, goalBpm);
  if ((change.provenSeconds ?? Infinity) <= window + ROUNDING) return false;
  return change.seconds > constants.hinderShare * window;
}

const rememberedPairs = createMemory<ReadonlyMap<string, WindowedChange>>();

const remembered = createMemory<readonly Drill[]>();

/**
 * Chooses the changes of a song that get a drill of their own: those that hinder and take over 0.65 s,
 * the slowest eight at the most, and the one that brings the first full barre; in playing order.
 *
 * @example
 * drillsOf(workpieceOf(readChart('tempo: 92\n[A]\n| G | D |').song), { goal: 'full', most: 8 }) // []
 */
export function drillsOf(
  work: Workpiece,
  { goal, most }: { readonly goal: Layer; readonly most: number },
): readonly Drill[] {
  return remembered(work, `${goal} ${most}`, () => {
    const { drillLeastSeconds } = work.constants;
    const pairs = tightestPairs(work, goal, goal);
    const first = firstBarrePair(work);
    const slow = [...pairs].filter(
      ([, one]) => one.seconds > drillLeastSeconds && hinders(one, work, work.goalBpm),
    );
    const slowest = slow.toSorted(([, a], [, b]) => b.seconds - a.seconds);
    const chosen = new Set(slowest.slice(0, most).map(([pair]) => pair));
    if (first !== undefined && pairs.has(first)) chosen.add(first);
    const inOrder = [...new Set(work.changes.map(pairKey))].filter((pair) => chosen.has(pair));
    return inOrder.flatMap((pair): readonly Drill[] => {
      const change = pairs.get(pair);
      if (!change) return [];
      const [a, b] = [change.from, change.to].sort() as [string, string];
      const neededSeconds = Math.max(
        secondsAt(change.windowBeats, work.goalBpm),
        drillLeastSeconds,
      );
      const isFirstBarre = pair === first;
      const before = layerBefore(work, pair, goal);
      return [{ names: [a, b], change, neededSeconds, isFirstBarre, before }];
    });
  });
}

/** Tells whether a drill stands before the music of a layer. */
export function isDrilledFor({ before }: Drill, layer: Layer, goal: Layer): boolean {
  if (before === undefined) return layer !== LAYERS[0] || goal === layer;
  return LAYERS.indexOf(before) <= LAYERS.indexOf(layer);
}

/** The workpiece as it is when a layer begins: changes drilled by then take what their drill guarantees. */
export function drilledFor(
  work: Workpiece,
  drills: readonly Drill[],
  { layer, goal }: { readonly layer: Layer; readonly goal: Layer },
): Workpiece {
  const held = drills.filter((drill) => isDrilledFor(drill, layer, goal));
  const guaranteed = held.flatMap(({ names: [a, b], neededSeconds: seconds }) => {
    const both: Guaranteed = { seconds, by: 'drill' };
    return [[`${a} ${b}`, both] as const, [`${b} ${a}`, both] as const];
  });
  return withGuaranteed(work, new Map(guaranteed));
}

/** Each pair of grips once: the slower way, the tighter window. */
function tightestPairs(
  work: Workpiece,
  layer: Layer,
  goal: Layer,
): ReadonlyMap<string, WindowedChange> {
  return rememberedPairs(work, `${layer} ${goal}`, () => findTightestPairs(work, layer, goal));
}

function findTightestPairs(
  work: Workpiece,
  layer: Layer,
  goal: Layer,
): ReadonlyMap<string, WindowedChange> {
  const least = new Map<string, number>();
  const take = (key: string, windowBeats: number): void => {
    least.set(key, Math.min(windowBeats, least.get(key) ?? Infinity));
  };
  for (const { id, goalBpm } of work.parts) {
    // In beats of the song's own tempo, wherever in the song it is.
    for (const [key, beats] of tightestOfPart(work, id, layer))
      take(key, (beats * work.goalBpm) / goalBpm);
  }
  // Parts are joined only in the layer that is the goal.
  for (const pair of layer === goal ? followingParts(work) : []) {
    for (const { from, to, windowBeats } of crossingChanges(work, pair, layer))
      take(changeKey({ from, to }), windowBeats);
  }
  const pairs = new Map<string, WindowedChange>();
  for (const change of work.changes.toSorted((a, b) => b.seconds - a.seconds)) {
    const windowBeats = least.get(changeKey(change));
    if (windowBeats === undefined) continue;
    const known = pairs.get(pairKey(change)) ?? { ...change, windowBeats, atBeat: 0 };
    pairs.set(pairKey(change), { ...known, windowBeats: Math.min(known.windowBeats, windowBeats) });
  }
  return pairs;
}

/** The first change of the song that lays a full barre, where the student has none yet. */
function firstBarrePair(work: Workpiece): string | undefined {
  if (ownsFullBarre(work)) return undefined;
  const barred = new Set(
    work.grips.filter(({ fingers }) => isFullBarre(fingers)).map(({ name }) => name),
  );
  const first = work.changes.find(({ from, to }) => barred.has(to) && !barred.has(from));
  return first && pairKey(first);
}

function layerBefore(work: Workpiece, pair: string, goal: Layer): Layer | undefined {
  const { startShare, startLeastShare } = work.constants;
  return LAYERS.slice(0, LAYERS.indexOf(goal) + 1).find((layer) => {
    const change = tightestPairs(work, layer, goal).get(pair);
    if (!change) return false;
    const startBpm = startShare * bpmWithin(change.windowBeats, change.seconds);
    return startBpm < startLeastShare * work.goalBpm;
  });
}
