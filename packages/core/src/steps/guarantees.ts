import type { Part } from '../sameness';
import { LAYERS, type Layer } from '../song';
import { windowSeconds } from './drills';
import { changesOfPart, withGuaranteed, type Guaranteed, type Workpiece } from './workpiece';

/** What some music guarantees of changes, by "from to". */
type Guarantees = ReadonlyMap<string, Guaranteed>;

/** What a part shows of its changes once it holds its goal: each took at most its window. */
function shownBy(work: Workpiece, part: Part, layer: Layer): Guarantees {
  const shown = new Map<string, Guaranteed>();
  for (const change of changesOfPart(work, part.id, layer)) {
    const key = `${change.from} ${change.to}`;
    const seconds = windowSeconds(change, part.goalBpm);
    if (seconds > 0 && seconds < (shown.get(key)?.seconds ?? Infinity))
      shown.set(key, { seconds, by: 'music' });
  }
  return shown;
}

function joined(all: readonly Guarantees[]): Guarantees {
  const quickest = new Map<string, Guaranteed>();
  for (const [key, one] of all.flatMap((some) => [...some])) {
    if (one.seconds < (quickest.get(key)?.seconds ?? Infinity)) quickest.set(key, one);
  }
  return quickest;
}

/** What is guaranteed when a part begins in a layer, and when all of them hold it. */
export interface MusicGuarantees {
  readonly workFor: (part: Part, layer: Layer) => Workpiece;
  readonly workAfter: (layer: Layer) => Workpiece;
}

/**
 * Works out how quick changes are by the time a part begins in a layer: parts before it in the song held
 * the layer and those under it, the part itself the layers under it. Where the parts are not taught in
 * the song's order, a part counts on itself alone.
 */
export function musicGuarantees(
  work: Workpiece,
  workIn: (layer: Layer) => Workpiece,
  isInOrder: boolean,
): MusicGuarantees {
  const before = new Map<string, Guarantees>();
  const after = new Map<Layer, Guarantees>();
  for (const layer of LAYERS) {
    const under = LAYERS[LAYERS.indexOf(layer) - 1];
    for (const part of work.parts) {
      const own = under ? [before.get(`${part.id} ${under}`), shownBy(work, part, under)] : [];
      const others = isInOrder ? [after.get(layer)] : [];
      const held = joined([...own, ...others].filter((one) => one !== undefined));
      before.set(`${part.id} ${layer}`, held);
      after.set(layer, joined([after.get(layer) ?? new Map(), shownBy(work, part, layer)]));
    }
  }
  const none: Guarantees = new Map();
  return {
    workFor: (part, layer) =>
      withGuaranteed(workIn(layer), before.get(`${part.id} ${layer}`) ?? none),
    workAfter: (layer) => withGuaranteed(workIn(layer), after.get(layer) ?? none),
  };
}
