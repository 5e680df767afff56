import { secondsOfDrill, type Drill, type TakeEvent, type Try } from '../events';
import { songFor, type PlanChange } from '../plan';
import { type MeasuredChange, type ShownSkills } from '../player';
import { secondsAt } from '../change';
import { heldOf, type HoldRule } from '../practice';
import { LAYERS, type SongDocument } from '../song';
import {
  changesOfPart,
  climbingOf,
  kindOf,
  workpieceOf,
  type Proven,
  type Workpiece,
} from '../steps';
import { readStepId, type StepName } from '../step-id';
import { assumed } from '../constants';

/** A song somebody practises, with what they did. */
export interface PractisedSong {
  readonly document: SongDocument;
  readonly changes: readonly PlanChange[];
  readonly tries: readonly Try[];
  /** What was measured by the clock: changes, strokes. */
  readonly drills?: readonly Drill[];
  /** What was really played, stroke by stroke. */
  readonly takes?: readonly TakeEvent[];
}

/**
 * A first stroke that comes later than this, and than a tenth of the time there is, shows the limit; sooner,
 * only that the change took at most so long.
 */
const LATE_MS = 60;
const LATE_SHARE = 0.1;
const LEAST_STROKES = 8;

/**
 * Gathers what somebody has shown in songs they practised: grips that rang as often as their goal asks,
 * changes in the time that was measured by the clock,
 * or that a drill or a clean section proves at most, patterns played at their song's tempo, the fastest
 * strokes in them, and what strokes were measured at last. Nothing for no songs.
 *
 * @example
 * shownBy([]) // { ownedGrips: [], ownedPatterns: [], changes: [] }
 */
export function shownBy(songs: readonly PractisedSong[]): ShownSkills {
  const all = songs.flatMap(shownIn);
  const takes = songs.flatMap((one) => one.takes ?? []);
  const rates = [...all.flatMap((one) => one.strokesAtLeast ?? []), ...ratesTaken(takes)];
  const bounds = takes.flatMap(changesTaken).filter((one) => one.atMost);
  const shown = [...all.flatMap((one) => one.changes ?? []), ...bounds];
  const drills = songs
    .flatMap((one) => one.drills ?? [])
    .toSorted((a, b) => a.at.localeCompare(b.at));
  const strokes = drills.findLast((one) => one.kind === 'strokes');
  return {
    ownedGrips: [...new Set(all.flatMap((one) => one.ownedGrips ?? []))],
    ownedPatterns: [...new Set(all.flatMap((one) => one.ownedPatterns ?? []))],
    changes: [...measured(drills, takes), ...quickest(shown)],
    ...(rates.length > 0 && { strokesAtLeast: Math.max(...rates) }),
    ...(strokes && { strokesPerSecond: strokes.perSecond }),
  };
}

/** Tries by the id of their step. */
function byStep(tries: readonly Try[]): ReadonlyMap<string, readonly Try[]> {
  const steps = new Map<string, Try[]>();
  for (const one of tries) steps.set(one.stepId, [...(steps.get(one.stepId) ?? []), one]);
  return steps;
}

/** The fastest tempo the tries of one step hold, 0 without a click; null for none. */
function heldTempo(
  tries: readonly Try[],
  asked: Pick<HoldRule, 'cleanInRow' | 'rungRatio'>,
): number | null {
  const attempts = tries
    .toSorted((a, b) => a.at.localeCompare(b.at))
    .map(({ clean, passes, day, bpm }) => ({ clean, passes, day, bpm: bpm ?? 0 }));
  return heldOf(attempts, { ...asked, goalBpm: Infinity }).bpm;
}

/** A part that is clean at a tempo shows that each of its changes took at most its window there. */
function changesShown(
  work: Workpiece,
  { parts: [partId = '', layer] }: StepName,
  heldBpm: number,
): readonly MeasuredChange[] {
  const part = work.parts.find(({ id }) => id === partId);
  const played = LAYERS.find((one) => one === layer);
  // A part that differs practises only what is new in it.
  if (!part || part.parent !== undefined || !played || heldBpm <= 0) return [];
  return changesOfPart(work, part.id, played).map(({ from, to, windowBeats }) => ({
    from,
    to,
    atMost: true as const,
    seconds: Math.max(assumed('changeLeastSeconds'), secondsAt(windowBeats, heldBpm)),
  }));
}

/** What the steps of one song have shown, each held as its goal asks. */
function shownIn({ document, changes, tries }: PractisedSong): readonly Partial<ShownSkills>[] {
  if (tries.length === 0) return [];
  const song = songFor(document, changes);
  const work = workpieceOf(song);
  const { grips, patterns, goalBpm } = work;
  const { rungRatio } = climbingOf(work);
  const proven: Proven = { grips, patterns, goalBpm };
  return [...byStep(tries)].flatMap(([id, own]) =>
    readStepId(id).flatMap((name): readonly Partial<ShownSkills>[] => {
      const { goal, prove, holdsPart } = kindOf(name);
      if (!prove && !holdsPart) return [];
      const heldBpm = heldTempo(own, { cleanInRow: goal.cleanInRow, rungRatio });
      if (heldBpm === null) return [];
      const music = holdsPart ? [{ changes: changesShown(work, name, heldBpm) }] : [];
      return [...music, ...(prove ? [prove(name.parts, heldBpm, proven)] : [])];
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

/** What a take shows of its changes. */
function changesTaken({ changes }: TakeEvent): readonly MeasuredChange[] {
  return changes.flatMap(({ from, to, lateMs, leavesS }) => {
    if (lateMs === null || leavesS <= 0) return [];
    const isLimit = lateMs > Math.max(LATE_MS, LATE_SHARE * leavesS * 1000);
    const took = leavesS + Math.max(0, lateMs) / 1000;
    const seconds = Math.max(assumed('changeLeastSeconds'), took);
    return [{ from, to, seconds, ...(!isLimit && { atMost: true as const }) }];
  });
}

/** Of each change that was measured to its limit, in a drill or a take, what the last measurement says. */
function measured(
  drills: readonly Drill[],
  takes: readonly TakeEvent[],
): readonly MeasuredChange[] {
  const drilled = drills.flatMap((one) => {
    if (one.kind !== 'drill') return [];
    const { at, from, to, count } = one;
    return [{ at, from, to, seconds: secondsOfDrill((60 * count) / one.seconds) }];
  });
  const taken = takes.flatMap((take) =>
    changesTaken(take).flatMap((one) => (one.atMost ? [] : [{ at: take.at, ...one }])),
  );
  const last = new Map<string, MeasuredChange>();
  for (const { at: _, ...one } of [...drilled, ...taken].sort((a, b) => a.at.localeCompare(b.at)))
    last.set([one.from, one.to].sort().join(' '), one);
  return [...last.values()];
}

/** Strokes a second that a clean take held from its first to its last. */
function ratesTaken(takes: readonly TakeEvent[]): readonly number[] {
  return takes.flatMap(({ clean, strokes, seconds }) =>
    clean && strokes > LEAST_STROKES && seconds > 0 ? [strokes / seconds] : [],
  );
}
