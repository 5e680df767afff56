import { diffArrays } from 'diff';
import { writeBars } from '../chart';
import type { Bar } from '../song';

/** A stretch in which two lists of bars differ; places are counted from 0. */
export interface BarRun {
  readonly oldAt: number;
  readonly old: readonly Bar[];
  readonly newAt: number;
  readonly now: readonly Bar[];
}

/**
 * Lists the stretches in which two lists of bars differ as they are written; empty where they are the
 * same.
 *
 * @example
 * changedRuns([{ id: 'b1', chords: [{ name: 'G', span: 1 }] }], []).map((run) => run.old.length) // [1]
 */
export function changedRuns(old: readonly Bar[], now: readonly Bar[]): readonly BarRun[] {
  const texts = (bars: readonly Bar[]): string[] => bars.map((bar) => writeBars([bar]));
  const runs: BarRun[] = [];
  let [oldAt, newAt] = [0, 0];
  let isOpen = false;
  for (const { count, added, removed } of diffArrays(texts(old), texts(now))) {
    const isSame = !added && !removed;
    if (!isSame) {
      const last = isOpen ? runs.pop() : undefined;
      const run = last ?? { oldAt, old: [], newAt, now: [] };
      runs.push(
        removed
          ? { ...run, old: old.slice(oldAt, oldAt + count) }
          : { ...run, now: now.slice(newAt, newAt + count) },
      );
    }
    isOpen = !isSame;
    if (!added) oldAt += count;
    if (!removed) newAt += count;
  }
  return runs;
}
