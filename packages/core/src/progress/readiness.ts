import type { PartOccurrence } from '../form';
import type { Layer } from '../song';
import { kindOf, type Step, type Workpiece } from '../steps';
import { bpm, type Bpm } from '../units';
import { climbOf, type Climb } from '../practice';
import type { Try } from '../events';
import { heldBackBy, isHeard, type HeldBack } from './held-back';
import { memoryOf } from './memory';
import type { KeptPart } from './tempo-today';

/** How far one section or join is. */
export interface PartProgress {
  readonly step: Step;
  /** The tempo it holds clean; null while it is a hole. */
  readonly cleanBpm: Bpm | null;
  /** Its own goal, which is not the song's where its section has another tempo. */
  readonly goalBpm: Bpm;
}

/** Bars of a section that were never played clean. */
export interface Hole {
  readonly section: string;
  readonly bars: readonly number[];
}

/** How far the whole song is, in figures a person believes. */
export interface Readiness {
  /** The tempo the whole song can be played at today; null while some part is a hole. */
  readonly songBpm: Bpm | null;
  /** The slowest tempo of the parts that are no hole; null when all are. */
  readonly restBpm: Bpm | null;
  readonly goalBpm: Bpm;
  /** Bars that are new in sections not held at any tempo yet; numbers from 1 in their section. */
  readonly holes: readonly Hole[];
  /** Share of the playing time held clean at the goal, 0 to 1; a bar either side of a join counts with it. */
  readonly share: number;
  /** What holds the song back; undefined when nothing does. */
  readonly heldBackBy: HeldBack | undefined;
  readonly parts: readonly PartProgress[];
  /** How well the parts that are held are remembered. */
  readonly kept: readonly KeptPart[];
  /** The tempo the whole song holds in each barer layer on the way; null while some section of it is a hole. */
  readonly barer: readonly { readonly layer: Layer; readonly songBpm: Bpm | null }[];
  /** The tempo each part holds in a barer layer, by its id: the fastest; none where it holds none. */
  readonly barerParts: Readonly<Record<string, Bpm>>;
  readonly gates: {
    readonly partsAtGoal: number;
    readonly parts: number;
    readonly wholeRunDays: number;
    readonly wholeRunDaysNeeded: number;
    readonly joinsAtGoal: number;
    readonly joins: number;
    /** The teacher heard the whole song at its goal, or it was measured; else it is by own account. */
    readonly isHeard: boolean;
    readonly isReady: boolean;
  };
}

/** What a student holds of the steps of a song. */
interface PlayedSteps {
  readonly steps: readonly Step[];
  readonly tries: readonly Try[];
  readonly goalBpm: Bpm;
}

/** The whole song in a layer, and how far it is climbed. */
interface Run {
  readonly step: Step;
  readonly climb: Climb;
}

/** Keeps 92/92 of 92 from being rounded down. */
const ROUNDING = 1e-9;

/** What memory of a step does not depend on: the day one looks. */
const ANY_DAY = '1970-01-01';

/** What a student did with the steps of a song, up to the layer that is the goal. */
export interface PractisedSteps {
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
  work: Workpiece,
  { steps, tries, goal = 'full' }: PractisedSteps,
): Readiness {
  const { goalBpm, timeline } = work;
  const held = { steps, tries, goalBpm };
  const runs = steps.filter(isWhole).map((step): Run => ({ step, climb: climbOf(step, tries) }));
  const run = runs.find(({ step }) => step.layer === goal);
  const parts = steps
    .filter((step) => isSection(step) || isJoin(step))
    .filter((step) => step.layer === goal)
    .map((step) => partProgress(step, held, run));
  const shown = new Map(
    parts.flatMap(({ step }) => {
      const inRun = shownInRun(step, held, run);
      return inRun === null ? [] : [[step.id, inRun] as const];
    }),
  );
  const low = slowest(parts);
  const rest = slowest(parts.filter((one) => one.cleanBpm !== null));
  return {
    songBpm: inSongBpm(low, goalBpm),
    restBpm: inSongBpm(rest, goalBpm),
    goalBpm,
    holes: holesIn(work, parts),
    share: shareAtGoal(timeline.occurrences, parts),
    heldBackBy: heldBackBy({ steps, tries, goal, shown }, work),
    parts,
    kept: parts.flatMap((part) => keptPart(part, run?.step, held)),
    barer: runs.filter((one) => one !== run).flatMap((one) => barerSong(one, held)),
    barerParts: barerParts(steps, tries, goal),
    gates: gatesOf(parts, run, tries),
  };
}

function faster(a: Bpm | null, b: Bpm | null): Bpm | null {
  return a === null || b === null ? (a ?? b) : bpm(Math.max(a, b));
}

/** The slower of two tempos; none where one of them is a hole. */
function slower(a: Bpm | null, b: Bpm | null): Bpm | null {
  return a === null || b === null ? null : bpm(Math.min(a, b));
}

/** A part that differs from another is held only as far as both what is new and the other are. */
function heldBpm(step: Step, held: PlayedSteps): Bpm | null {
  const own = climbOf(step, held.tries).cleanBpm;
  const base = held.steps.find((one) => one.id === step.base);
  return base && own !== null ? slower(own, heldBpm(base, held)) : own;
}

/** What a clean run of the whole song at a share of its goal showed of a part. */
function shownInRun(step: Step, held: PlayedSteps, run: Run | undefined): Bpm | null {
  const goalBpm = step.rungs.at(-1) ?? held.goalBpm;
  const inRun = run?.climb.cleanBpm ?? null;
  return inRun === null ? null : bpm(Math.floor((inRun * goalBpm) / held.goalBpm));
}

/** A part holds what its own step holds, or what a clean run of the whole song showed. */
function partProgress(step: Step, held: PlayedSteps, run: Run | undefined): PartProgress {
  const goalBpm = step.rungs.at(-1) ?? held.goalBpm;
  const cleanBpm = faster(heldBpm(step, held), shownInRun(step, held, run));
  return { step, goalBpm, cleanBpm };
}

function isSection(step: Step): boolean {
  return kindOf(step).holdsPart === true;
}

function isJoin(step: Step): boolean {
  return kindOf(step).subject === 'join';
}

function isWhole(step: Step): boolean {
  return kindOf(step).subject === 'whole';
}

/** How much of its goal a part holds, 0 for a hole. */
function heldShare({ cleanBpm, goalBpm }: PartProgress): number {
  return (cleanBpm ?? 0) / goalBpm;
}

/** The tempo of the whole song at which a part is as fast as it is held. */
function inSongBpm(part: PartProgress | undefined, songGoal: Bpm): Bpm | null {
  if (part?.cleanBpm == null) return null;
  return bpm(Math.min(songGoal, Math.floor(heldShare(part) * songGoal + ROUNDING)));
}

function slowest(parts: readonly PartProgress[]): PartProgress | undefined {
  return parts.reduce<PartProgress | undefined>(
    (low, one) => (low && heldShare(low) <= heldShare(one) ? low : one),
    undefined,
  );
}

/** The parts a section step holds; none for a join. */
function partsOf({ step }: PartProgress): readonly string[] {
  return isSection(step) ? [...step.atoms, ...(step.covers ?? [])] : [];
}

/** The crossings a step holds, as pairs of parts. */
function crossingsOf({ step }: PartProgress): readonly string[] {
  return isJoin(step)
    ? step.atoms.flatMap((from, at) => (at % 2 === 0 ? [`${from} ${step.atoms[at + 1]}`] : []))
    : [];
}

/** Seconds of the first or the last bar of an occurrence. */
function barAt({ bars, lasts, startsAt }: PartOccurrence, place: 0 | -1): number {
  const [first, second, last] = [bars[0], bars[1], bars.at(-1)];
  if (!first || !last) return 0;
  const ends = startsAt + lasts;
  return place === 0 ? (second?.startsAt ?? ends) - first.startsAt : ends - last.startsAt;
}

/** The playing time that is at its goal: parts, and around each crossing a bar that counts with its join. */
function shareAtGoal(
  occurrences: readonly PartOccurrence[],
  parts: readonly PartProgress[],
): number {
  const atGoal = parts.filter((one) => heldShare(one) >= 1);
  const held = new Set(atGoal.flatMap(partsOf));
  const joins = new Set(parts.flatMap(crossingsOf));
  const crossed = new Set(atGoal.flatMap(crossingsOf));
  const total = occurrences.reduce((sum, one) => sum + one.lasts, 0);
  const isBroken = (a: PartOccurrence | undefined, b: PartOccurrence | undefined): boolean => {
    const key = a && b ? `${a.part.id} ${b.part.id}` : '';
    return joins.has(key) && !crossed.has(key);
  };
  const clean = occurrences.map((one, at) => {
    if (!held.has(one.part.id)) return 0;
    const into = isBroken(occurrences[at - 1], one) ? barAt(one, 0) : 0;
    const out = isBroken(one, occurrences[at + 1]) ? barAt(one, -1) : 0;
    return Math.max(0, one.lasts - into - out);
  });
  return total > 0 ? clean.reduce((sum, one) => sum + one, 0) / total : 0;
}

/** Only what is new in a part is a hole: where its parent is held, the rest is known. */
function holesIn(work: Workpiece, parts: readonly PartProgress[]): readonly Hole[] {
  return parts
    .filter((one) => isSection(one.step) && one.cleanBpm === null)
    .flatMap(({ step }) => {
      const part = work.parts.find(({ id }) => id === step.atoms[0]);
      if (!part) return [];
      return [{ section: part.name, bars: step.bars ?? part.bars.map((_, place) => place + 1) }];
    });
}

/** How fast the whole song goes in one barer layer: as its run, or as the slowest of its sections. */
function barerSong({ step: whole, climb }: Run, held: PlayedSteps): Readiness['barer'] {
  const { layer } = whole;
  if (layer === undefined) return [];
  const sections = held.steps
    .filter((step) => isSection(step) && step.layer === layer)
    .map((step) => partProgress(step, held, { step: whole, climb }));
  return [{ layer, songBpm: inSongBpm(slowest(sections), held.goalBpm) }];
}

/** A part is remembered by its own step, or by whole runs where they keep it longer. */
function keptPart(
  part: PartProgress,
  whole: Step | undefined,
  { tries, goalBpm }: PlayedSteps,
): readonly KeptPart[] {
  const songBpm = inSongBpm(part, goalBpm);
  const memories = [part.step, ...(whole ? [whole] : [])]
    .flatMap((step) => memoryOf(step, tries, ANY_DAY) ?? [])
    .toSorted((a, b) => b.fadesOn.localeCompare(a.fadesOn));
  const [longest] = memories;
  if (songBpm === null || !longest) return [];
  return [{ songBpm, lastOn: longest.lastOn, stabilityDays: longest.stabilityDays }];
}

function barerParts(
  steps: readonly Step[],
  tries: readonly Try[],
  goal: Layer,
): Readonly<Record<string, Bpm>> {
  const held: Record<string, Bpm> = {};
  for (const step of steps) {
    if (!isSection(step) || step.layer === goal) continue;
    const { cleanBpm } = climbOf(step, tries);
    if (cleanBpm === null) continue;
    for (const part of [...step.atoms, ...(step.covers ?? [])]) {
      held[part] = bpm(Math.max(held[part] ?? 0, cleanBpm));
    }
  }
  return held;
}

function gatesOf(
  all: readonly PartProgress[],
  run: Run | undefined,
  tries: readonly Try[],
): Readiness['gates'] {
  const atGoal = (some: readonly PartProgress[]): number =>
    some.filter((one) => heldShare(one) >= 1).length;
  const joins = all.filter(({ step }) => isJoin(step));
  const wholeRunDays = run?.climb.goalDays.length ?? 0;
  const wholeRunDaysNeeded = run?.step.goal.days ?? 0;
  return {
    partsAtGoal: atGoal(all),
    parts: all.length,
    wholeRunDays,
    wholeRunDaysNeeded,
    joinsAtGoal: atGoal(joins),
    joins: joins.length,
    isHeard: isHeard(run?.step, tries),
    isReady: all.length > 0 && atGoal(all) === all.length && wholeRunDays >= wholeRunDaysNeeded,
  };
}
