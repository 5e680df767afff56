import { type Day } from '../day';
import type { Try } from '../events';
import { LAYERS, type Layer } from '../layer';
import type { Climbing, Step } from '../steps';
import type { Bpm } from '../units';
import { holdRuleOf, heldOf, passesAt, type Attempt, type HeldTempo } from './held';
import { bearing, piecesOf, type Piece } from './pieces';

/** Where a student is on one step's ladder. */
export interface Climb {
  /** Index of the rung to play next: the first above what is held; 0 for a step without rungs. */
  readonly rung: number;
  readonly cleanInRow: number;
  readonly failsInRow: number;
  /** The fastest tempo that is held, on the ladder or not; null before the first. */
  readonly cleanBpm: Bpm | null;
  /** Different days on which the goal was met. */
  readonly goalDays: readonly Day[];
  readonly isDone: boolean;
  readonly triesCount: number;
}

/** A try with its place among all of them, and what it practised. */
interface PlacedTry {
  readonly place: number;
  readonly made: Try;
  readonly practised: readonly Piece[];
}

/** The tries that bear on each piece, by its key. */
type ByPiece = ReadonlyMap<string, readonly PlacedTry[]>;

/** A plan has many steps, and each is asked for its own tries of the same log: the log is gone through once. */
const gathered = new WeakMap<readonly Try[], ByPiece>();

/**
 * Gives the attempts that bear on what a step practises, in the order they were made: its own, and what was clean
 * in a fuller layer.
 *
 * @example
 * attemptsOf(makeSteps(workpieceOf(readChart('[A]\n| Em |').song))[0], []) // []
 */
export function attemptsOf(step: Step, tries: readonly Try[]): readonly Attempt[] {
  return attemptsAt(piecesOf(step.id), tries);
}

/** As often in a row as a section asks; its kind says the same (a test compares), but weighs more than the room may load. */
export const SECTION_IN_ROW = 3;

/** By the kind of the piece; the others are brought by nothing. */
const BROUGHT: Readonly<
  Record<
    string,
    (
      piece: { readonly parts: readonly string[]; readonly layer: Layer },
      tries: readonly Try[],
      climbing: Climbing,
    ) => number | null
  >
> = {
  join: ({ parts, layer }, tries, climbing) => {
    const held = parts.map((part) =>
      heldOfPiece({ key: `section:${part}`, layer }, tries, climbing),
    );
    const known = held.flatMap((one) => one ?? []);
    return known.length < held.length || known.length === 0
      ? null
      : Math.min(...known) * climbing.knownStartShare;
  },
  section: ({ parts, layer }, tries, climbing) => {
    const key = ['section', ...parts].join(':');
    const barer = LAYERS.slice(0, LAYERS.indexOf(layer)).flatMap(
      (one) => heldOfPiece({ key, layer: one }, tries, climbing) ?? [],
    );
    return barer.length === 0 ? null : Math.max(...barer) * climbing.newStartShare;
  },
};

/**
 * Works out where a student is with a step from all tries ever made: the tempo held is what was played
 * clean often enough in a row, whatever the ladder was then; a fuller layer proves a barer one; two
 * failed tries step one rung down. What was never held begins where its sections, or its barer layers, have brought
 * somebody. The order the tries are given in does not matter.
 *
 * @example
 * climbOf(makeSteps(workpieceOf(readChart('[A]\n| Em |').song))[0], []).isDone // false
 */
export function climbOf(step: Step, tries: readonly Try[]): Climb {
  const climbs = piecesOf(step.id).map((piece) => climbPiece(step, piece, tries));
  const least = leastOf(climbs);
  if (!least) throw new Error('a step is always made of something');
  return least;
}

function byTime(a: Try, b: Try): number {
  if (a.at !== b.at) return a.at < b.at ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/** Each try once, in the order they were made, by what it practised. */
function gather(tries: readonly Try[]): ByPiece {
  const once = new Map(tries.map((one) => [one.id, one]));
  const found = new Map<string, PlacedTry[]>();
  [...once.values()].sort(byTime).forEach((made, place) => {
    const practised = piecesOf(made.stepId);
    for (const key of new Set(practised.map((piece) => piece.key))) {
      const own = found.get(key);
      if (own) own.push({ place, made, practised });
      else found.set(key, [{ place, made, practised }]);
    }
  });
  return found;
}

function byPieceOf(tries: readonly Try[]): ByPiece {
  const known = gathered.get(tries);
  if (known) return known;
  const found = gather(tries);
  gathered.set(tries, found);
  return found;
}

/** The tries that bear on any of several pieces, each once and in their order. */
function bearingOn(pieces: readonly Piece[], tries: readonly Try[]): readonly PlacedTry[] {
  const all = byPieceOf(tries);
  const keys = [...new Set(pieces.map(({ key }) => key))];
  if (keys.length === 1) return all.get(keys[0] ?? '') ?? [];
  const found = new Map(keys.flatMap((key) => (all.get(key) ?? []).map((one) => [one.place, one])));
  return [...found.values()].sort((a, b) => a.place - b.place);
}

/** What a fuller layer proves: what was clean in it; what failed in it says nothing of a barer one. */
function attemptsAt(pieces: readonly Piece[], tries: readonly Try[]): readonly Attempt[] {
  return bearingOn(pieces, tries).flatMap(({ made, practised }) => {
    const { clean, passes, day, bpm: tempo } = made;
    const how = pieces.flatMap((piece) => practised.map((one) => bearing(one, piece)));
    const counts = how.includes('same') || (clean && how.includes('fuller'));
    return counts ? [{ clean, passes, day, bpm: tempo ?? 0 }] : [];
  });
}

/** What is held of a section by its id alone, however long its ladder is. */
function heldOfPiece(piece: Piece, tries: readonly Try[], { rungRatio }: Climbing): number | null {
  const asked = { cleanInRow: SECTION_IN_ROW, goalBpm: Infinity, rungRatio };
  return heldOf(attemptsAt([piece], tries), asked).bpm;
}

/**
 * The tempo to which others have brought somebody who never played a piece clean: a join by the sections on both
 * sides of it, a section by its barer layers; null where nothing has.
 */
function broughtTo(
  { key, layer }: Piece,
  tries: readonly Try[],
  climbing: Climbing,
): number | null {
  const [kind, ...parts] = key.split(':');
  if (layer === undefined) return null;
  return BROUGHT[kind ?? '']?.({ parts, layer }, tries, climbing) ?? null;
}

/** Where a ladder is begun: at the last rung that what is known already reaches. */
function firstRung(rungs: readonly Bpm[], brought: number | null): number {
  return brought === null
    ? 0
    : Math.max(
        0,
        rungs.findLastIndex((rung) => rung <= brought),
      );
}

/** The rung to play next: the first above what is held, further down after failing at it. */
function nextRung({ rungs }: Step, { bpm: held, eased, below }: HeldTempo, first: number): number {
  // What failed again and again is played one rung slower, however close or far apart they are.
  if (below < Infinity) return Math.max(0, rungs.findLastIndex((rung) => rung < below) - eased);
  const above = held === null ? first : rungs.findIndex((rung) => rung > held);
  const next = above < 0 ? rungs.length - 1 : above;
  return Math.max(0, next - eased);
}

function climbPiece(step: Step, piece: Piece, tries: readonly Try[]): Climb {
  const { rungs, goal } = step;
  const attempts = attemptsAt([piece], tries);
  const held = heldOf(attempts, holdRuleOf(step));
  const first = held.bpm === null ? firstRung(rungs, broughtTo(piece, tries, step.climbing)) : 0;
  const rung = nextRung(step, held, first);
  const inRow = passesAt(held, rungs[rung] ?? 0);
  const isDone = held.goalDays.length >= goal.days;
  return {
    rung,
    cleanInRow: inRow >= goal.cleanInRow ? 0 : inRow,
    failsInRow: held.failsInRow,
    // What was played without a click has no tempo.
    cleanBpm: held.bpm === null || held.bpm <= 0 || rungs.length === 0 ? null : (held.bpm as Bpm),
    goalDays: held.goalDays,
    isDone,
    triesCount: attempts.length,
  };
}

/** Of several pieces, the one that is least far. */
function leastOf(climbs: readonly Climb[]): Climb | undefined {
  const [first, ...rest] = climbs;
  if (!first) return undefined;
  return rest.reduce(
    (least, one) => ({
      rung: Math.min(least.rung, one.rung),
      cleanInRow: Math.min(least.cleanInRow, one.cleanInRow),
      failsInRow: Math.max(least.failsInRow, one.failsInRow),
      cleanBpm:
        least.cleanBpm === null || one.cleanBpm === null
          ? null
          : (Math.min(least.cleanBpm, one.cleanBpm) as Bpm),
      goalDays: least.goalDays.length <= one.goalDays.length ? least.goalDays : one.goalDays,
      isDone: least.isDone && one.isDone,
      triesCount: Math.max(least.triesCount, one.triesCount),
    }),
    first,
  );
}
