import type { TrackNote } from './tracks';

/** Parts a beat is divided into: halves, thirds, quarters, sixths. */
const GRIDS: readonly number[] = [1, 2, 3, 4, 6];
/** What a finer grid costs beside what it is off, in beats. */
const FINER = 0.012;

/** A note on the grid, in parts of a twelfth of a quarter. */
export interface GridNote {
  readonly at: number;
  readonly until: number;
  readonly midi: number;
}

const TWELFTHS = 12;

/** Puts notes on the grid their beat has: what was played by hand is a little off it. */
export function onGrid(notes: readonly TrackNote[], ticksPerQuarter: number): readonly GridNote[] {
  const beatOf = ({ at }: TrackNote): number => Math.floor(at / ticksPerQuarter + 1 / 12);
  const byBeat = new Map<number, TrackNote[]>();
  for (const note of notes) byBeat.set(beatOf(note), [...(byBeat.get(beatOf(note)) ?? []), note]);
  return [...byBeat].flatMap(([beat, own]) => {
    const grid = gridFor(own.map(({ at }) => at / ticksPerQuarter - beat));
    const slot = TWELFTHS / grid;
    return own.map(({ at, until, midi }) => {
      const from = Math.round((at / ticksPerQuarter - beat) * grid) * slot + beat * TWELFTHS;
      const end = Math.round(((until / ticksPerQuarter) * TWELFTHS) / slot) * slot;
      return { at: Math.max(0, from), until: Math.max(from + slot, end), midi };
    });
  });
}

function gridFor(offsets: readonly number[]): number {
  const costs = GRIDS.map((grid) => ({
    grid,
    cost:
      offsets.reduce((sum, one) => sum + Math.abs(one * grid - Math.round(one * grid)) / grid, 0) /
        offsets.length +
      grid * FINER,
  }));
  return costs.reduce((best, one) => (one.cost < best.cost ? one : best)).grid;
}
