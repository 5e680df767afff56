import type { Occurrence } from '../form';
import type { Layer } from '../song';
import type { Step, Workpiece } from '../steps';
import { bpm, type Bpm } from '../units';
import { climbOf, type Climb, type Try } from './climb';

/** How far one section or join is. */
export interface PartProgress {
  readonly step: Step;
  /** The tempo it holds clean; null while it is a hole. */
  readonly cleanBpm: Bpm | null;
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
}

/** A part that differs from another is held only as far as both what is new and the other are. */
function heldBpm(step: Step, { steps, tries }: Held): Bpm | null {
  const own = climbOf(step, tries).cleanBpm;
  const base = steps.find((one) => one.id === step.base);
  return base && own !== null ? slower(own, heldBpm(base, { steps, tries })) : own;
}

/** A part holds what its own step holds, or what a clean run of the whole song showed. */
function partProgress(step: Step, held: Held, whole: Climb | undefined): PartProgress {
  return { step, cleanBpm: faster(heldBpm(step, held), whole?.cleanBpm ?? null) };
}

function isSection({ kind }: Step): boolean {
  return kind === 'section' || kind === 'difference';
}

function slowest(parts: readonly PartProgress[]): PartProgress | undefined {
  return parts.reduce<PartProgress | undefined>(
    (low, one) => (low && (low.cleanBpm ?? 0) <= (one.cleanBpm ?? 0) ? low : one),
    undefined,
  );
}

/** The part a section step teaches; none for a join. */
function partOf({ step }: PartProgress): readonly string[] {
  return isSection(step) ? step.atoms : [];
}

function shareAtGoal(
  occurrences: readonly Occurrence[],
  { parts, goalBpm }: { readonly parts: readonly PartProgress[]; readonly goalBpm: Bpm },
): number {
  const held = new Set(parts.filter((one) => (one.cleanBpm ?? 0) >= goalBpm).flatMap(partOf));
  const total = occurrences.reduce((sum, one) => sum + one.lasts, 0);
  const clean = occurrences
    .filter((one) => held.has(one.part.id))
    .reduce((sum, one) => sum + one.lasts, 0);
  return total > 0 ? clean / total : 0;
}

function holeBars(occurrences: readonly Occurrence[], parts: readonly PartProgress[]): number {
  const holes = new Set(parts.filter((one) => one.cleanBpm === null).flatMap(partOf));
  const untouched = new Set(
    occurrences.map((one) => one.part).filter((part) => holes.has(part.id)),
  );
  return [...untouched].reduce((sum, part) => sum + part.bars.length, 0);
}

/** How fast the whole song goes in one barer layer: as its run, or as the slowest of its sections. */
function barerSong(wholeStep: Step, held: Held): Readiness['barer'] {
  const { layer } = wholeStep;
  if (layer === undefined) return [];
  const whole = climbOf(wholeStep, held.tries);
  const sections = held.steps
    .filter((step) => isSection(step) && step.layer === layer)
    .map((step) => partProgress(step, held, whole));
  return [{ layer, songBpm: slowest(sections)?.cleanBpm ?? null }];
}

/**
 * Works out how far a student is with a song: the whole song goes as fast as the slowest of its
 * sections and joins, and a part never played clean is a hole. Steps are those made of this song.
 *
 * @example
 * readinessOf(workpieceOf(EMPTY_SONG), { steps: [], tries: [] }).share // 0
 */
export function readinessOf(work: Workpiece, held: Held): Readiness {
  const { goalBpm } = work;
  const { steps, tries } = held;
  // The whole song in the layer that is the goal comes last; barer layers are the way there.
  const wholeStep = steps.findLast((step) => step.kind === 'whole');
  const whole = wholeStep && climbOf(wholeStep, tries);
  const parts = steps
    .filter((step) => isSection(step) || step.kind === 'join')
    .filter((step) => step.layer === wholeStep?.layer)
    .map((step) => partProgress(step, held, whole));
  const { occurrences } = work.playing;
  const low = slowest(parts);
  const rest = slowest(parts.filter((one) => one.cleanBpm !== null));
  return {
    songBpm: low?.cleanBpm ?? null,
    restBpm: rest?.cleanBpm ?? null,
    goalBpm,
    holeBars: holeBars(occurrences, parts),
    share: shareAtGoal(occurrences, { parts, goalBpm }),
    heldBackBy: low && (low.cleanBpm ?? 0) < goalBpm ? low : undefined,
    parts,
    barer: steps
      .filter((step) => step.kind === 'whole' && step !== wholeStep)
      .flatMap((step) => barerSong(step, held)),
    gates: gatesOf(parts, { goalBpm, whole, wholeStep }),
  };
}

function gatesOf(
  parts: readonly PartProgress[],
  song: {
    readonly goalBpm: Bpm;
    readonly whole: Climb | undefined;
    readonly wholeStep: Step | undefined;
  },
): Readiness['gates'] {
  const partsAtGoal = parts.filter((one) => (one.cleanBpm ?? 0) >= song.goalBpm).length;
  const wholeRunDays = song.whole?.goalDays.length ?? 0;
  const wholeRunDaysNeeded = song.wholeStep?.goal.days ?? 0;
  const isReady =
    parts.length > 0 && partsAtGoal === parts.length && wholeRunDays >= wholeRunDaysNeeded;
  return { partsAtGoal, parts: parts.length, wholeRunDays, wholeRunDaysNeeded, isReady };
}
