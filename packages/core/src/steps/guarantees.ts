import { secondsAt } from '../change';
import type { Part } from '../form';
import { LAYERS, type Layer } from '../song';
import { tightestOfPart, withGuaranteed, type Guaranteed, type Workpiece } from './workpiece';

/** What some music guarantees of changes, by "from to". */
type Guarantees = ReadonlyMap<string, Guaranteed>;

/** What is guaranteed when a part begins in a layer, and when all of them hold it. */
export interface MusicGuarantees {
  readonly workFor: (part: Part, layer: Layer) => Workpiece;
  readonly workAfter: (layer: Layer) => Workpiece;
}

/** How the parts are taught. */
interface Teaching {
  readonly goal: Layer;
  /** In the order of the song. */
  readonly isInOrder: boolean;
  /** Whether a part is learnt in a layer, by itself or with another. */
  readonly isTaught: (partId: string, layer: Layer) => boolean;
}

/**
 * Works out how quick changes are by the time a part begins in a layer: parts before it in the song held
 * the layer and those under it, the part itself the layers under it. Where the parts are not taught in
 * the song's order, a part counts on itself alone.
 */
export function musicGuarantees(
  work: Workpiece,
  workIn: (layer: Layer) => Workpiece,
  { goal, isInOrder, isTaught }: Teaching,
): MusicGuarantees {
  const layers = LAYERS.slice(0, LAYERS.indexOf(goal) + 1);
  const before = new Map<string, Guarantees>();
  const after = new Map<Layer, Map<string, Guaranteed>>();
  layers.forEach((layer, at) => {
    // What parts before this one held, in this layer and those under it.
    const held = new Map<string, Guaranteed>();
    for (const part of work.parts) {
      const own = new Map(isInOrder ? held : []);
      const taught = layers.filter((one) => isTaught(part.id, one));
      const isUnder = (one: Layer): boolean => layers.indexOf(one) < at;
      for (const under of taught.filter(isUnder)) takeUp(own, work, { part, layer: under });
      before.set(`${part.id} ${layer}`, own);
      for (const one of taught.filter((under) => isUnder(under) || under === layer))
        takeUp(held, work, { part, layer: one });
    }
    after.set(layer, held);
  });
  const none: Guarantees = new Map();
  return {
    workFor: (part, layer) =>
      withGuaranteed(workIn(layer), before.get(`${part.id} ${layer}`) ?? none),
    workAfter: (layer) => withGuaranteed(workIn(layer), after.get(layer) ?? none),
  };
}

/** Takes up what a part shows of its changes once it holds its goal: each took at most its window. */
function takeUp(
  held: Map<string, Guaranteed>,
  work: Workpiece,
  { part, layer }: { readonly part: Part; readonly layer: Layer },
): void {
  for (const [key, windowBeats] of tightestOfPart(work, part.id, layer)) {
    const seconds = secondsAt(windowBeats, part.goalBpm);
    if (seconds > 0 && seconds < (held.get(key)?.seconds ?? Infinity))
      held.set(key, { seconds, by: 'music' });
  }
}
