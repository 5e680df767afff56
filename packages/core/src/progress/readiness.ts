import type { PartOccurrence } from '../sameness';
import type { Layer } from '../song';
import { kindOf, type Step, type Workpiece } from '../steps';
import { bpm, type Bpm } from '../units';
import { climbOf, type Climb } from '../practice';
import type { Try } from '../events';

/** How far one section or join is. */
export interface PartProgress {
  readonly step: Step;
  /** The tempo it holds clean; null while it is a hole. */
  readonly cleanBpm: Bpm | null;
  /** Its own goal, which is not the song's where its section has another tempo. */
  readonly goalBpm: Bpm;
}

/** How far the whole song is, in figures a person believes. */
export interface Readiness {
  /** The tempo the whole song can be played at today; null while some part is a hole. */
  readonly songBpm: Bpm | null;
  /** The slowest tempo of the parts that are no hole; null when all are. */
  readonly restBpm: Bpm | null;
  readonly goalBpm: Bpm;
  /** Bars to learn in sections not held at any tempo yet. */
  readonly holeBars: number;
  /** Share of the playing time held clean at the goal, 0 to 1. */
  readonly share: number;
  /** The section or join that holds the song back; undefined when nothing does. */
  readonly heldBackBy: PartProgress | undefined;
  readonly parts: readonly PartProgress[];
  /** The tempo the whole song holds in each barer layer on the way; null while some section of it is a hole. */
  readonly barer: readonly { readonly layer: Layer; readonly songBpm: Bpm | null }[];
  readonly gates: {
    readonly partsAtGoal: number;
    readonly parts: number;
    readonly wholeRunDays: number;
    readonly wholeRunDaysNeeded: number;
    readonly isReady: boolean;
  };
}

function faster(a: Bpm | null, b: Bpm | null): Bpm | null {
  return a === null || b === null ? (a ?? b) : bpm(Math.max(a, b));
}

/** The slower of two tempos; none where one of them is a hole. */
function slower(a: Bpm | null, b: Bpm | null): Bpm | null {
  return a === null || b === null ? null : bpm(Math.min(a, b));
}

/** What a student holds of the steps of a song. */
interface Held {
  readonly steps: readonly Step[];
  readonly tries: readonly Try[];
  readonly goalBpm: Bpm;
}

/** A part that differs from another is held only as far as both what is new and the other are. */
function heldBpm(step: Step, held: Held): Bpm | null {
  const own = climbOf(step, held.tries).cleanBpm;
  const base = held.steps.find((one) => one.id === step.base);
  return base && own !== null ? slower(own, heldBpm(base, held)) : own;
}

/** A part holds what its own step holds, or what a clean run of the whole song at a share of its goal showed. */
function partProgress(step: Step, held: Held, run: Run | undefined): PartProgress {
  const goalBpm = step.rungs.at(-1) ?? held.goalBpm;
  const inRun = run?.climb.cleanBpm ?? null;
  const shown = inRun === null ? null : bpm(Math.floor((inRun * goalBpm) / held.goalBpm));
  return { step, goalBpm, cleanBpm: faster(heldBpm(step, held), shown) };
}

/** The whole song in a layer, and how far it is climbed. */
interface Run {
  readonly step: Step;
  readonly climb: Climb;
}

function isSection(step: Step): boolean {
  return kindOf(step).holdsPart === true;
}

function isJoin(step: Step): boolean {
  return kindOf(step).matter === 'join';
}

function isWhole(step: Step): boolean {
  return kindOf(step).matter === 'whole';
}

/** How much of its goal a part holds, 0 for a hole. */
function heldShare({ cleanBpm, goalBpm }: PartProgress): number {
  return (cleanBpm ?? 0) / goalBpm;
}

/** The tempo of the whole song at which a part is as fast as it is held. */
function inSongBpm(part: PartProgress | undefined, songGoal: Bpm): Bpm | null {
  if (part?.cleanBpm == null) return null;
  if (part.goalBpm === songGoal) return part.cleanBpm;
  return bpm(Math.floor(heldShare(part) * songGoal));
}

function slowest(parts: readonly PartProgress[]): PartProgress | undefined {
  return parts.reduce<PartProgress | undefined>(
    (low, one) => (low && heldShare(low) <= heldShare(one) ? low : one),
    undefined,
  );
}

/** The part a section step teaches; none for a join. */
function partOf({ step }: PartProgress): readonly string[] {
  return isSection(step) ? step.atoms : [];
}

function shareAtGoal(
  occurrences: readonly PartOccurrence[],
  parts: readonly PartProgress[],
): number {
  const held = new Set(parts.filter((one) => heldShare(one) >= 1).flatMap(partOf));
  const total = occurrences.reduce((sum, one) => sum + one.lasts, 0);
  const clean = occurrences
    .filter((one) => held.has(one.part.id))
    .reduce((sum, one) => sum + one.lasts, 0);
  return total > 0 ? clean / total : 0;
}

function holeBars(occurrences: readonly PartOccurrence[], parts: readonly PartProgress[]): number {
  const holes = new Set(parts.filter((one) => one.cleanBpm === null).flatMap(partOf));
  const untouched = new Set(
    occurrences.map((one) => one.part).filter((part) => holes.has(part.id)),
  );
  return [...untouched].reduce((sum, part) => sum + part.bars.length, 0);
}

/** How fast the whole song goes in one barer layer: as its run, or as the slowest of its sections. */
function barerSong({ step: whole, climb }: Run, held: Held): Readiness['barer'] {
  const { layer } = whole;
  if (layer === undefined) return [];
  const sections = held.steps
    .filter((step) => isSection(step) && step.layer === layer)
    .map((step) => partProgress(step, held, { step: whole, climb }));
  return [{ layer, songBpm: inSongBpm(slowest(sections), held.goalBpm) }];
}

/** What a student did with the steps of a song, up to the layer that is the goal. */
export interface Played {
  readonly steps: readonly Step[];
  readonly tries: readonly Try[];
  /** Full by default. */
  readonly goal?: Layer;
}

/**
 * Works out how far a student is with a song: the whole song goes as fast as the slowest of its
 * sections and joins, and a part never played clean is a hole. Steps are those made of this song.
 *
 * @example
 * readinessOf(workpieceOf(EMPTY_SONG), { steps: [], tries: [] }).share // 0
 */
export function readinessOf(
  { goalBpm, timeline: { occurrences } }: Workpiece,
  { steps, tries, goal = 'full' }: Played,
): Readiness {
  const held = { steps, tries, goalBpm };
  const runs = steps.filter(isWhole).map((step): Run => ({ step, climb: climbOf(step, tries) }));
  const run = runs.find(({ step }) => step.layer === goal);
  const parts = steps
    .filter((step) => isSection(step) || isJoin(step))
    .filter((step) => step.layer === goal)
    .map((step) => partProgress(step, held, run));
  const low = slowest(parts);
  const rest = slowest(parts.filter((one) => one.cleanBpm !== null));
  return {
    songBpm: inSongBpm(low, goalBpm),
    restBpm: inSongBpm(rest, goalBpm),
    goalBpm,
    holeBars: holeBars(occurrences, parts),
    share: shareAtGoal(occurrences, parts),
    heldBackBy: low && heldShare(low) < 1 ? low : undefined,
    parts,
    barer: runs.filter((one) => one !== run).flatMap((one) => barerSong(one, held)),
    gates: gatesOf(parts, run),
  };
}

function gatesOf(parts: readonly PartProgress[], run: Run | undefined): Readiness['gates'] {
  const partsAtGoal = parts.filter((one) => heldShare(one) >= 1).length;
  const wholeRunDays = run?.climb.goalDays.length ?? 0;
  const wholeRunDaysNeeded = run?.step.goal.days ?? 0;
  const isReady =
    parts.length > 0 && partsAtGoal === parts.length && wholeRunDays >= wholeRunDaysNeeded;
  return { partsAtGoal, parts: parts.length, wholeRunDays, wholeRunDaysNeeded, isReady };
}
