import { formatGrip } from '../fretboard';
import { songPatterns } from '../form';
import { songFor, type PlanChange } from '../plan';
import { strokesOf } from '../rhythm';
import { settledFrame, type SongDocument } from '../song';
import {
  GOALS,
  secondsOfDrill,
  songGrips,
  strokesPerBeat,
  type MeasuredChange,
  type Student,
} from '../steps';
import type { Try } from './climb';

/** A song somebody practises, with what they did. */
export interface PractisedSong {
  readonly document: SongDocument;
  readonly changes: readonly PlanChange[];
  readonly tries: readonly Try[];
}

/** What somebody has shown in the songs they practised. */
export type Shown = Pick<Student, 'ownedGrips' | 'ownedPatterns' | 'changes' | 'strokesPerSecond'>;

const NOTHING_SHOWN: Shown = { ownedGrips: [], ownedPatterns: [], changes: [] };

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

function gripsOf(song: SongDocument, held: ReadonlyMap<string, number>): readonly string[] {
  const shapes = new Map(songGrips(song).map(({ name, grip }) => [name, formatGrip(grip)]));
  return [...held.keys()]
    .filter((id) => id.startsWith('grip:'))
    .flatMap((id) => id.slice('grip:'.length).split('+grip:'))
    .flatMap((name) => {
      const shape = shapes.get(name);
      return shape === undefined ? [] : [`${name} ${shape}`];
    });
}

function changesOf(held: ReadonlyMap<string, number>): readonly MeasuredChange[] {
  return [...held].flatMap(([id, rate]) => {
    const [kind, from, to] = id.split(':');
    const isDrill = kind === 'change' && from !== undefined && to !== undefined && rate > 0;
    return isDrill ? [{ from, to, seconds: secondsOfDrill(rate) }] : [];
  });
}

function handOf(song: SongDocument, held: ReadonlyMap<string, number>): Partial<Shown> {
  const { named } = songPatterns(song);
  const goal = settledFrame(song.frame).tempo;
  const played = Object.entries(named).flatMap(([name, pattern]) => {
    const bpm = held.get(`hand:${name}`) ?? 0;
    return bpm > 0 ? [{ pattern, bpm, rate: (strokesPerBeat(pattern) * bpm) / 60 }] : [];
  });
  const owned = played.filter(({ bpm }) => bpm >= goal);
  const rates = played.map((one) => one.rate);
  return {
    ownedPatterns: owned.map(({ pattern }) => strokesOf(pattern).join(' ')),
    ...(rates.length > 0 && { strokesPerSecond: Math.max(...rates) }),
  };
}

function shownIn({ document, changes, tries }: PractisedSong): Shown {
  const song = songFor(document, changes);
  const held = new Map<string, number>();
  for (const [id, own] of byStep(tries)) {
    const kind = id.split(':')[0] ?? '';
    const goal = kind === 'grip' || kind === 'change' || kind === 'hand' ? GOALS[kind] : undefined;
    const bpm = goal && heldTempo(own, goal.cleanInRow);
    if (bpm != null) held.set(id, bpm);
  }
  return {
    ...NOTHING_SHOWN,
    ...handOf(song, held),
    ownedGrips: gripsOf(song, held),
    changes: changesOf(held),
  };
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
  const all = songs.map(shownIn);
  const rates = all.flatMap((one) => one.strokesPerSecond ?? []);
  return {
    ownedGrips: [...new Set(all.flatMap((one) => one.ownedGrips))],
    ownedPatterns: [...new Set(all.flatMap((one) => one.ownedPatterns))],
    changes: quickest(all.flatMap((one) => one.changes)),
    ...(rates.length > 0 && { strokesPerSecond: Math.max(...rates) }),
  };
}
