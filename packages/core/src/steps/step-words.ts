import { chordLabel, transposeChordName } from '../chord';
import { rungsTo } from './ladder';
import type { Step, StepLimit } from './step';
import type { RiffLimit } from '../riff';
import { tempoLimit, type TempoLimit } from './tempo-limit';
import type { TimedSongChange, WindowedChange, Workpiece } from './workpiece';

/**
 * Gives a chord as whoever reads the steps calls it: by its shape, or by what sounds.
 *
 * @example
 * called(workpieceOf(EMPTY_SONG), 'F#m') // 'F♯m'
 */
export function called({ names, capo }: Workpiece, name: string): string {
  return chordLabel(names === 'sounding' ? transposeChordName(name, capo) : name);
}

const GUARANTEED_BY = { drill: ' when its drill is held', music: ' by then' } as const;

/** How long a change takes, in words. */
export function inWords(change: TimedSongChange, work: Workpiece): string {
  const about = change.isShown || change.guaranteedBy ? '' : 'about ';
  const by = change.guaranteedBy ? GUARANTEED_BY[change.guaranteedBy] : '';
  return `${called(work, change.from)} → ${called(work, change.to)} takes ${about}${change.seconds.toFixed(2)} s${by}`;
}

/**
 * Says a number of beats.
 *
 * @example
 * beatWords(0.5) // 'half a beat'
 */
export function beatWords(beats: number): string {
  if (beats === 0.5) return 'half a beat';
  if (beats === 1) return 'one beat';
  return `${Number(beats.toFixed(2))} beats`;
}

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

/** The limit some changes and strokes set to this student. */
function limitOf({ student, constants }: Workpiece, demand: Demand): TempoLimit {
  const changes = demand.changes.map(({ seconds, windowBeats }) => ({
    seconds,
    windowBeats: Math.max(LEAST_WINDOW_BEATS, windowBeats),
  }));
  // A riff limits as a change would that takes a second and has as many beats for it.
  const riffs = (demand.limits ?? []).flatMap(({ limitBpm }) =>
    limitBpm === null ? [] : [{ seconds: 1, windowBeats: limitBpm / 60 }],
  );
  const { strokesPerSecond, strokesAtLeast = 0 } = student;
  return tempoLimit({
    ...{
      bpmGoal: demand.goalBpm,
      changes: [...changes, ...riffs],
      strokesPerBeat: demand.strokesPerBeat,
      constants,
    },
    ...(strokesPerSecond !== undefined && {
      strokesPerSecond: Math.max(strokesPerSecond, strokesAtLeast),
    }),
  });
}

function toStepLimit({ limitBpm, because }: TempoLimit, { changes, limits }: Demand): StepLimit {
  if (because.kind === 'strokes') {
    const { strokesPerBeat: perBeat, strokesPerSecond: perSecond } = because;
    return { limitBpm, strokes: { perBeat, perSecond } };
  }
  const change = 'index' in because ? changes[because.index] : undefined;
  const riff = limits?.filter((one) => one.limitBpm !== null)[
    'index' in because ? because.index - changes.length : -1
  ];
  if (riff) return { limitBpm, riff: riff.because };
  return { limitBpm, ...(change && { change }) };
}

/** Where neither changes nor riffs hold one back: what there is of them. */
function freeWords({ changes, limits = [] }: Demand): string {
  const isRiff = changes.length === 0 && limits.length > 0;
  return isRiff ? 'Neither hand holds the tempo back.' : 'No change holds the tempo back.';
}

function because(work: Workpiece, { limitBpm, change, strokes, riff }: StepLimit): string {
  if (limitBpm === null) return '';
  if (riff !== undefined) return `${riff.charAt(0).toUpperCase()}${riff.slice(1)}.`;
  const fastest = `${Math.floor(limitBpm)} bpm`;
  if (strokes) {
    return `${Number(strokes.perBeat.toFixed(2))} strokes a beat at ${strokes.perSecond} a second allow ${fastest}.`;
  }
  return change
    ? `${inWords(change, work)}; ${beatWords(change.windowBeats)} for it allows ${fastest}.`
    : '';
}

/** What is known of some bars before they are practised. */
export type Known = 'new' | 'in a barer layer' | 'by its parts';

/** The most of the goal something begins at, by what is known of it before. */
function mostShare({ constants }: Workpiece, known: Known | undefined): number {
  if (known === 'new') return constants.newStartShare;
  if (known === 'in a barer layer') return constants.knownStartShare;
  return known === 'by its parts' ? constants.wholeStartShare : 1;
}

const SLOW_FIRST: Readonly<Record<Known, string>> = {
  new: 'What is new is played slowly first',
  'in a barer layer': 'The bars are known, the strokes are new: it begins a little slower',
  'by its parts': 'Its parts are at the goal by then; a little slower, no crossing surprises',
};

/** The ladder that some changes and strokes allow, and why it starts where it does. */
export function ladderFor(
  work: Workpiece,
  demand: Demand,
  known?: Known,
): Required<Pick<Step, 'rungs' | 'why' | 'limit'>> & { readonly needsBarerLayer: boolean } {
  const found = limitOf(work, demand);
  const { startBpm, needsBarerLayer } = found;
  const limit = toStepLimit(found, demand);
  const most = Math.floor(mostShare(work, known) * demand.goalBpm + ROUNDING);
  const rungs = rungsTo(demand.goalBpm, Math.min(startBpm, most), rungRatio(work));
  const barer = needsBarerLayer ? ' The barer layer comes first, until it is quicker.' : '';
  const isHeldBack = limit.limitBpm !== null && startBpm <= most;
  const slow = known && !isHeldBack ? ` ${SLOW_FIRST[known]}: from ${rungs[0]} bpm.` : '';
  const isFree = limit.limitBpm === null || limit.limitBpm >= demand.goalBpm;
  const isUnlimited = limit.limitBpm === null || (known && isFree);
  const held = isUnlimited ? freeWords(demand) : because(work, limit);
  return { rungs, limit, why: `${held}${slow}${barer}`, needsBarerLayer };
}

/** How much faster each rung is: the student's own, else the studio's. */
export function rungRatio({ student, constants }: Workpiece): number {
  return student.rungRatio ?? constants.rungRatio;
}
