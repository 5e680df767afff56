// Takes of which every stroke is known, and how near to them a way of listening comes.
import { KINDS, recipeOf, type Kind } from './recipes';
import { recordedIn } from './room';
import { playSampled, SAMPLE_RATE } from './sampled';

/** A take as it is recorded, with the moment of every stroke. */
export interface LabelledTake {
  readonly kind: Kind;
  readonly samples: Float32Array<ArrayBuffer>;
  readonly strokesS: readonly number[];
}

/** How many strokes were found, missed, and heard where none was. */
export interface Score {
  readonly found: number;
  readonly missed: number;
  readonly extra: number;
  /** The harmonic mean of what share of strokes is found and what share of what is heard is one. */
  readonly f: number;
}

/** Plays, records and labels a take of a kind. */
export function labelledTake(kind: Kind, seed: string): LabelledTake {
  const recipe = recipeOf(kind, seed);
  return {
    kind,
    samples: recordedIn(playSampled(recipe), recipe.room, `${kind}${seed}`),
    strokesS: recipe.strokesS.toSorted((a, b) => a - b),
  };
}

/** A take of every kind for each seed. */
export function labelledTakes(seeds: readonly string[]): readonly LabelledTake[] {
  return KINDS.flatMap((kind) => seeds.map((seed) => labelledTake(kind, seed)));
}

const NEAR_S = 0.05;

/** Compares what was heard with what was struck, each at most once, within 50 ms. */
export function scoreOf(strokesS: readonly number[], heardS: readonly number[]): Score {
  let [at, heard, found] = [0, 0, 0];
  while (at < strokesS.length && heard < heardS.length) {
    const off = (heardS[heard] ?? 0) - (strokesS[at] ?? 0);
    if (Math.abs(off) <= NEAR_S) found += 1;
    if (off <= NEAR_S) heard += 1;
    if (off >= -NEAR_S) at += 1;
  }
  const [missed, extra] = [strokesS.length - found, heardS.length - found];
  const all = strokesS.length + heardS.length;
  return { found, missed, extra, f: all === 0 ? 1 : (2 * found) / all };
}

export { KINDS, SAMPLE_RATE };
