import type { RiffLimit } from '../riff';
import { climbingOf } from './climbing';
import { rungsTo } from './ladder';
import type { Step, StepLimit } from './step';
import { tempoLimit, type TempoLimit } from './tempo-limit';
import type { WindowedChange, Workpiece } from './workpiece';

/** Keeps 0.85 × 80 from being rounded down to 67. */
const ROUNDING = 1e-9;

/** Changes that leave no time at all cannot be played as written; they are told, and do not divide by nothing. */
const LEAST_WINDOW_BEATS = 0.05;

/** What a part asks of both hands. */
export interface Demand {
  readonly changes: readonly WindowedChange[];
  /** The tempo it is to be played at in the end. */
  readonly goalBpm: number;
  /** Strokes in its densest beat; 0 where nothing is known of the hand. */
  readonly strokesPerBeat: number;
  /** What the riffs in it allow. */
  readonly limits?: readonly RiffLimit[];
}

/** What is known of some bars before they are practised. */
export type KnownBy = 'new' | 'in a barer layer' | 'by its parts';

/** Where a ladder starts, and what decided it. */
export interface Start {
  readonly rungs: Step['rungs'];
  readonly limit: StepLimit;
  /** Why it starts slower than it could; undefined where what limits it decided. */
  readonly slowFirst?: KnownBy;
  /** Nothing slows it that is asked of it. */
  readonly isFree: boolean;
  readonly needsBarerLayer: boolean;
}

/** Decides where a ladder starts: under what limits it, and under what is new in it. */
export function startOf(work: Workpiece, demand: Demand, known: KnownBy | undefined): Start {
  const found = limitOf(work, demand);
  const { startBpm, limitBpm, needsBarerLayer } = found;
  const most = Math.floor(mostShare(work, known) * demand.goalBpm + ROUNDING);
  const rungs = rungsTo(demand.goalBpm, Math.min(startBpm, most), climbingOf(work).rungRatio);
  const isHeldBack = limitBpm !== null && startBpm <= most;
  const isFast = limitBpm === null || limitBpm >= demand.goalBpm;
  return {
    rungs,
    limit: toStepLimit(found, demand),
    ...(known && !isHeldBack && { slowFirst: known }),
    isFree: limitBpm === null || (known !== undefined && isFast),
    needsBarerLayer,
  };
}

/** The limit some changes and strokes set to this student. */
function limitOf({ student, constants }: Workpiece, demand: Demand): TempoLimit {
  const changes = demand.changes.map(({ seconds, windowBeats }) => ({
    seconds,
    windowBeats: Math.max(LEAST_WINDOW_BEATS, windowBeats),
  }));
  const { strokesPerSecond, strokesAtLeast = 0 } = student;
  return tempoLimit({
    bpmGoal: demand.goalBpm,
    changes,
    riffBpms: riffsThatLimit(demand).map(({ limitBpm }) => limitBpm),
    strokesPerBeat: demand.strokesPerBeat,
    constants,
    ...(strokesPerSecond !== undefined && {
      strokesPerSecond: Math.max(strokesPerSecond, strokesAtLeast),
    }),
  });
}

function riffsThatLimit({ limits = [] }: Demand): readonly (RiffLimit & { limitBpm: number })[] {
  return limits.flatMap((one) =>
    one.limitBpm === null ? [] : [{ ...one, limitBpm: one.limitBpm }],
  );
}

function toStepLimit({ limitBpm, because }: TempoLimit, demand: Demand): StepLimit {
  switch (because.kind) {
    case 'strokes': {
      const { strokesPerBeat: perBeat, strokesPerSecond: perSecond } = because;
      return { limitBpm, strokes: { perBeat, perSecond } };
    }
    case 'riff': {
      const riff = riffsThatLimit(demand)[because.index]?.because;
      return { limitBpm, ...(riff !== undefined && { riff }) };
    }
    case 'change': {
      const change = demand.changes[because.index];
      return { limitBpm, ...(change && { change }) };
    }
    case 'nothing':
      return { limitBpm };
  }
}

/** The most of the goal something begins at, by what is known of it before. */
function mostShare({ constants }: Workpiece, known: KnownBy | undefined): number {
  if (known === 'new') return constants.newStartShare;
  if (known === 'in a barer layer') return constants.knownStartShare;
  return known === 'by its parts' ? constants.wholeStartShare : 1;
}
