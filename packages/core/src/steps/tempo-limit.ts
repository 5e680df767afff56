import { bpmWithin, secondsAt } from '../change';
import { bpm, type Bpm } from '../units';
import { USUAL_CONSTANTS, type Constants } from '../constants';

/** One change as a limit: how long it takes, and the beats there are for it. */
export interface TimedChange {
  readonly seconds: number;
  readonly windowBeats: number;
}

/** What may limit a tempo. */
export interface LimitRequest {
  readonly bpmGoal: number;
  readonly changes: readonly TimedChange[];
  readonly strokesPerBeat?: number;
  readonly strokesPerSecond?: number;
  /** The tempos that riffs allow. */
  readonly riffBpms?: readonly number[];
  /** The studio's own constants; those assumed by default. */
  readonly constants?: Constants;
}

/** The fastest tempo at which everything fits, the tempo to start at, and what decided it. */
export interface TempoLimit {
  /** Null when nothing limits. */
  readonly limitBpm: Bpm | null;
  readonly startBpm: Bpm;
  readonly because:
    | { readonly kind: 'nothing' }
    | { readonly kind: 'change'; readonly index: number; readonly change: TimedChange }
    | { readonly kind: 'riff'; readonly index: number }
    | {
        readonly kind: 'strokes';
        readonly strokesPerBeat: number;
        readonly strokesPerSecond: number;
      };
  /** True when even half the goal is over the limit: a barer layer should come first. */
  readonly needsBarerLayer: boolean;
}

/** Keeps 0.9 × 60 from being rounded down to 53. */
const ROUNDING = 1e-9;

interface Limit {
  readonly bpm: number;
  readonly because: TempoLimit['because'];
}

/**
 * Works out the tempo limit of a part, min over its changes of 60·window/t and of the hand's
 * 60·strokes a second/strokes a beat, and the start tempo: 0.9 of it rounded down, at most the
 * goal, at least half of it. Seconds, beats and the goal must be above 0.
 *
 * @example
 * tempoLimit({ bpmGoal: 92, changes: [{ seconds: 0.52, windowBeats: 0.5 }] }).startBpm // 51
 * @example
 * tempoLimit({ bpmGoal: 92, changes: [] }).startBpm // 92
 */
export function tempoLimit(request: LimitRequest): TempoLimit {
  const goal = request.bpmGoal;
  const { startShare, startLeastShare } = request.constants ?? USUAL_CONSTANTS;
  const least = limitsOf(request).reduce<Limit | undefined>(
    (low, one) => (low && low.bpm <= one.bpm ? low : one),
    undefined,
  );
  if (!least) {
    return {
      limitBpm: null,
      startBpm: bpm(goal),
      because: { kind: 'nothing' },
      needsBarerLayer: false,
    };
  }
  const start = Math.floor(startShare * least.bpm + ROUNDING);
  const half = Math.ceil(startLeastShare * goal);
  return {
    limitBpm: bpm(least.bpm),
    startBpm: bpm(Math.min(goal, Math.max(half, start))),
    because: least.because,
    needsBarerLayer: start < startLeastShare * goal,
  };
}

/**
 * Gives the rate of a change drill, in changes a minute, that serves a change within a window at a
 * goal tempo: n = 60/(window + 0.35 s), rounded up.
 *
 * @example
 * neededRate({ goalBpm: 92, windowBeats: 0.5 }) // 89
 */
export function neededRate({
  goalBpm,
  windowBeats,
}: {
  readonly goalBpm: number;
  readonly windowBeats: number;
}): number {
  const window = secondsAt(windowBeats, goalBpm);
  return Math.ceil(60 / (window + USUAL_CONSTANTS.drillStrumSeconds) - ROUNDING);
}

/**
 * Gives the drill rate, in changes a minute, of someone who needs so many seconds for a change.
 *
 * @example
 * drillRate(0.65) // 60
 */
export function drillRate(changeSeconds: number): number {
  return 60 / (changeSeconds + USUAL_CONSTANTS.drillStrumSeconds);
}

function limitsOf(request: LimitRequest): readonly Limit[] {
  const changes = request.changes.map((change, index): Limit => ({
    bpm: bpmWithin(change.windowBeats, change.seconds),
    because: { kind: 'change', index, change },
  }));
  const riffs = (request.riffBpms ?? []).map((bpm, index): Limit => ({
    bpm,
    because: { kind: 'riff', index },
  }));
  const { strokesPerBeat, strokesPerSecond } = request;
  if (!strokesPerBeat || strokesPerSecond === undefined) return [...changes, ...riffs];
  const hand: Limit = {
    bpm: (60 * strokesPerSecond) / strokesPerBeat,
    because: { kind: 'strokes', strokesPerBeat, strokesPerSecond },
  };
  return [...changes, ...riffs, hand];
}
