import type { Grip } from './grip';

/** How a whole shape moves along and across the neck; frets towards the bridge and strings towards the thinnest count up. */
export interface ShapeMove {
  readonly frets: number;
  readonly strings: number;
}

/**
 * Finds how one shape becomes another as a whole, k frets along and j strings over; null where it
 * does not, where fewer than two fingers hold it, or where nothing moves. Only what fingers hold
 * counts: over a major third between strings the same shape gives another chord.
 *
 * @example
 * shapeMove([1, 3, 3, 2, 1, 1], [3, 5, 5, 4, 3, 3]) // { frets: 2, strings: 0 }
 * @example
 * shapeMove([null, 0, 2, 2, 2, 0], [0, 2, 2, 1, 0, 0]) // null
 */
export function shapeMove(from: Grip, to: Grip): ShapeMove | null {
  const [a, b] = [shapeOf(from), shapeOf(to)];
  const [first, other] = [a[0], b[0]];
  if (!first || !other || a.length < 2 || a.length !== b.length) return null;
  const move = { frets: other.fret - first.fret, strings: other.place - first.place };
  const isWhole = a.every(
    (one, index) =>
      b[index]?.fret === one.fret + move.frets && b[index].place === one.place + move.strings,
  );
  return isWhole && (move.frets !== 0 || move.strings !== 0) ? move : null;
}

/**
 * Moves what fingers hold by frets and strings; open strings stay open and muted ones muted where
 * the shape leaves room. Undefined where it would leave the neck.
 *
 * @example
 * withShapeMoved([1, 3, 3, 2, 1, 1], { frets: 2, strings: 0 }) // [3, 5, 5, 4, 3, 3]
 */
export function withShapeMoved(grip: Grip, { frets, strings }: ShapeMove): Grip | undefined {
  const moved: (number | null)[] = grip.map((fret) => (fret ? null : fret));
  for (const { place, fret } of shapeOf(grip)) {
    const [at, on] = [fret + frets, place + strings];
    if (at < 1 || at > 24 || on < 0 || on >= grip.length) return undefined;
    moved[on] = at;
  }
  return moved;
}

/** Held places by string; open and muted strings are not part of the shape. */
function shapeOf(grip: Grip): readonly { readonly place: number; readonly fret: number }[] {
  return grip.flatMap((fret, place) => (fret ? [{ place, fret }] : []));
}
