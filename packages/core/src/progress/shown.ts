import { songFor, type PlanChange } from '../plan';
import { songGrips, type MeasuredChange, type Shown } from '../player';
import { settledFrame, type SongDocument } from '../song';
import { kindOf, readStepId, type Proven } from '../steps';
import { songPatterns } from '../timeline';
import type { Try } from '../events';

/** A song somebody practises, with what they did. */
export interface PractisedSong {
  readonly document: SongDocument;
  readonly changes: readonly PlanChange[];
  readonly tries: readonly Try[];
}

/** The fastest tempo at which so many clean passes came in a row, 0 without a click; null for none. */
function heldTempo(tries: readonly Try[], cleanInRow: number): number | null {
  let best: number | null = null;
  let row: Try[] = [];
  for (const one of tries) {
    row = one.clean ? [...row, one] : [];
    while (passesIn(row.slice(1)) >= cleanInRow) row = row.slice(1);
    if (passesIn(row) < cleanInRow) continue;
    const slowest = Math.min(...row.map(({ bpm }) => bpm ?? 0));
    best = Math.max(best ?? 0, slowest);
  }
  return best;
}

function passesIn(tries: readonly Try[]): number {
  return tries.reduce((sum, one) => sum + one.passes, 0);
}

/** Tries by their step, in the order they were played. */
function byStep(tries: readonly Try[]): ReadonlyMap<string, readonly Try[]> {
  const steps = new Map<string, Try[]>();
  for (const one of [...tries].sort((a, b) => a.at.localeCompare(b.at))) {
    steps.set(one.stepId, [...(steps.get(one.stepId) ?? []), one]);
  }
  return steps;
}

/** What the steps of one song have shown, each held as its goal asks. */
function shownIn({ document, changes, tries }: PractisedSong): readonly Partial<Shown>[] {
  const song = songFor(document, changes);
  const proven: Proven = {
    grips: songGrips(song),
    patterns: songPatterns(song),
    goalBpm: settledFrame(song.frame).tempo,
  };
  return [...byStep(tries)].flatMap(([id, own]) =>
    readStepId(id).flatMap((name) => {
      const { goal, prove } = kindOf(name);
      const heldBpm = prove ? heldTempo(own, goal.cleanInRow) : null;
      return prove && heldBpm !== null ? [prove(name.parts, heldBpm, proven)] : [];
    }),
  );
}

/** Of changes shown several times, the quickest of each. */
function quickest(changes: readonly MeasuredChange[]): readonly MeasuredChange[] {
  const best = new Map<string, MeasuredChange>();
  for (const one of changes) {
    const key = [one.from, one.to].sort().join(' ');
    const known = best.get(key);
    if (!known || one.seconds < known.seconds) best.set(key, one);
  }
  return [...best.values()];
}

/**
 * Gathers what somebody has shown in songs they practised: grips that rang as often as their goal asks,
 * changes with the time their drill proves, patterns played at their song's tempo, and the fastest
 * strokes. Nothing for no songs.
 *
 * @example
 * shownBy([]) // { ownedGrips: [], ownedPatterns: [], changes: [] }
 */
export function shownBy(songs: readonly PractisedSong[]): Shown {
  const all = songs.flatMap(shownIn);
  const rates = all.flatMap((one) => one.strokesPerSecond ?? []);
  return {
    ownedGrips: [...new Set(all.flatMap((one) => one.ownedGrips ?? []))],
    ownedPatterns: [...new Set(all.flatMap((one) => one.ownedPatterns ?? []))],
    changes: quickest(all.flatMap((one) => one.changes ?? [])),
    ...(rates.length > 0 && { strokesPerSecond: Math.max(...rates) }),
  };
}
