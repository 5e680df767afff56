import { counted, listed } from '../wording';
import { chordLabel } from '../chord';
import { isFullBarre } from '../fretboard';
import { dayAfter, type Day } from '../day';
import { LAYERS, type Layer } from '../layer';
import {
  deadlineOf,
  finishOn,
  makePlan,
  smallerPlans,
  USUAL_TEACHING,
  type PlanOptions,
  type PlanTime,
  type Practice,
  type SmallerPlan,
  type StepPlan,
} from '../plan';
import type { SongDocument } from '../song';
import {
  changeTimesOf,
  isGripOwned,
  kindOf,
  type Kind,
  type Step,
  type WindowedChange,
} from '../steps';
import type { Bpm } from '../units';
import { mostNew, stopsOf, type Bounds, type Stop } from './stops';

/** Now; with a simpler version first; or after something else was learnt. */
export type FitVerdict = 'now' | 'simpler' | 'later';

/** The change of a song that lacks most time, beside the time there is for it at the goal. */
export interface SlowestChange extends Pick<WindowedChange, 'from' | 'to' | 'seconds'> {
  readonly windowSeconds: number;
}

/** How well a song fits a student now: every figure is the plan's own. */
export interface Fit {
  /** Share of its grips, changes, patterns and riff phrases they have already, from 0 to 1. */
  readonly owned: number;
  readonly gripCount: number;
  readonly newGrips: readonly string[];
  /** Changes they have not shown, each pair once. */
  readonly newChanges: readonly Pick<WindowedChange, 'from' | 'to' | 'seconds'>[];
  readonly slowest: SlowestChange | null;
  /** Where the whole song starts in each layer up to the goal: the lowest of its parts. */
  readonly startBpm: Readonly<Partial<Record<Layer, Bpm>>>;
  readonly goalBpm: Bpm;
  readonly time: PlanTime;
  /** Weeks at the minutes practised; null where nobody practises. */
  readonly weeks: { readonly low: number; readonly likely: number; readonly high: number } | null;
  /** When it would be ready, begun today; null beyond ten years, or where nobody practises. */
  readonly readyOn: {
    readonly from: Day | null;
    readonly likely: Day | null;
    readonly to: Day | null;
  };
  readonly verdict: FitVerdict;
  /** What speaks against all of it now. */
  readonly stops: readonly Stop[];
  /** The version that fits now, where the whole does not. */
  readonly simpler: SmallerPlan | null;
  /** What has to be there first, where it is for later: grips and changes, what takes longest first. */
  readonly after: readonly string[];
  readonly because: string;
}

/** Whom a song is weighed for. */
export interface FitOptions extends PlanOptions {
  readonly practice: Practice;
  /** The day it is wanted for; as many weeks as a song usually gets where none is said. */
  readonly wantedOn?: Day | null;
}

const DAYS_A_WEEK = 7;
const AFTER_SHOWN = 3;
/** A simpler version may bring so many times more that is new. */
const EASED = 1.75;
const WORDS_SHOWN = 3;

type FitFigures = Pick<
  Fit,
  'gripCount' | 'newGrips' | 'slowest' | 'weeks' | 'verdict' | 'simpler' | 'after' | 'stops'
>;

const STOP_WORDS: Readonly<Record<Stop, string>> = {
  new: 'much is new at once',
  tight: 'its changes are tight',
  long: 'it takes long',
};

/**
 * Weighs a song for a student as it would be taught: whole first and in full, unless the teaching says otherwise. It
 * fits now where the plan is done in the weeks a song usually gets, or by the day it is wanted for, where not too much
 * is new at once, and where its changes are not too tight for the hand (assumptions table); with a simpler version
 * where that is so; otherwise later. A song without bars fits now.
 *
 * @example
 * fitFor(readChart('[A]\n| G | D |').song, { practice: { minutesByWeekday: [15, 15, 15, 15, 15, 15, 15], today: '2026-11-27' } }).verdict // 'now'
 */
export function fitFor(song: SongDocument, options: FitOptions): Fit {
  const { practice, wantedOn } = options;
  const plan = makePlan(song, options);
  const { work, time } = plan;
  const { low, minutes, high } = time;
  const by = wantedOn ?? dayAfter(practice.today, work.constants.fitWeeks * DAYS_A_WEEK);
  const bounds = { by, mostNew: mostNew(work) };
  const weekMinutes = practice.minutesByWeekday.reduce((sum, one) => sum + one, 0);
  const newGrips = work.grips.filter((grip) => !isGripOwned(work, grip)).map(({ name }) => name);
  const newChanges = newChangesOf(plan);
  const stops = stopsOf(plan, practice, bounds);
  const simpler =
    stops.length === 0 || weekMinutes <= 0 ? null : firstSimpler(song, options, bounds);
  const verdict: FitVerdict = stops.length === 0 ? 'now' : simpler ? 'simpler' : 'later';
  const weeksOf = (some: number): number => some / weekMinutes;
  const found: FitFigures = {
    gripCount: work.grips.length,
    newGrips,
    slowest: slowestOf(plan),
    verdict,
    simpler,
    weeks:
      weekMinutes > 0 ? { low: weeksOf(low), likely: weeksOf(minutes), high: weeksOf(high) } : null,
    after: verdict === 'later' ? firstNeeded(plan, { newGrips, newChanges }) : [],
    stops,
  };
  return {
    ...found,
    newChanges,
    time,
    goalBpm: work.goalBpm,
    startBpm: startsOf(song, plan, options),
    owned: ownedShare(plan, newGrips.length, newChanges.length),
    readyOn: {
      from: finishOn(low, practice),
      likely: finishOn(minutes, practice),
      to: finishOn(high, practice),
    },
    because: because(found, weekMinutes),
  };
}

function pairKey({ from, to }: Pick<WindowedChange, 'from' | 'to'>): string {
  return [from, to].toSorted().join(' ');
}

/** Changes nobody has shown yet, each pair once by its slower way. */
function newChangesOf({ work }: StepPlan): Fit['newChanges'] {
  const slower = new Map<string, Fit['newChanges'][number]>();
  for (const { from, to, seconds, isShown } of work.changes) {
    const key = pairKey({ from, to });
    const known = slower.get(key);
    if (!isShown && seconds > (known?.seconds ?? 0)) slower.set(key, { from, to, seconds });
  }
  return [...slower.values()].toSorted((a, b) => b.seconds - a.seconds);
}

/** How much of a song somebody has from elsewhere. */
function ownedShare(plan: StepPlan, newGrips: number, newChanges: number): number {
  const { work, steps, skipped } = plan;
  const learnt = (all: readonly Step[], what: Kind['learns']): number =>
    all.filter((step) => kindOf(step).learns === what).length;
  const pairs = new Set(work.changes.map(pairKey)).size;
  const patterns = learnt(steps, 'pattern') + learnt(skipped, 'pattern');
  const all = work.grips.length + pairs + patterns + learnt(steps, 'phrase');
  const own = work.grips.length - newGrips + (pairs - newChanges) + learnt(skipped, 'pattern');
  return all === 0 ? 1 : own / all;
}

/** Where the whole song starts in a layer: its slowest part, as a tempo of the whole. */
function startIn(layer: Layer, { steps, work }: StepPlan): Bpm | undefined {
  const starts = steps
    .filter((step) => step.layer === layer && kindOf(step).holdsPart === true)
    .flatMap(({ rungs }) => {
      const [first, goal] = [rungs[0], rungs.at(-1)];
      return first !== undefined && goal !== undefined ? [first / goal] : [];
    });
  if (starts.length === 0) return undefined;
  return Math.floor(Math.min(...starts) * work.goalBpm + 1e-9) as Bpm;
}

function startsOf(song: SongDocument, plan: StepPlan, options: PlanOptions): Fit['startBpm'] {
  const teaching = options.teaching ?? USUAL_TEACHING;
  const layers = LAYERS.slice(0, LAYERS.indexOf(plan.goal) + 1);
  return Object.fromEntries(
    layers.flatMap((layer) => {
      const own = startIn(layer, plan);
      // A layer the plan does not stop at: where it would begin if it were the goal.
      const start =
        own ??
        startIn(layer, makePlan(song, { ...options, teaching: { ...teaching, goal: layer } }));
      return start === undefined ? [] : [[layer, start]];
    }),
  );
}

function slowestOf({ work }: StepPlan): SlowestChange | null {
  const [slow] = changeTimesOf(work);
  if (!slow) return null;
  const { from, to, takes, has } = slow;
  return { from, to, seconds: takes, windowSeconds: has };
}

/** What has to be there first: new grips, barres before others, then the slowest change that is new. */
function firstNeeded(
  { work }: StepPlan,
  { newGrips, newChanges }: Pick<Fit, 'newGrips' | 'newChanges'>,
): readonly string[] {
  const isBarred = (name: string): boolean => {
    const grip = work.grips.find((one) => one.name === name);
    return grip !== undefined && isFullBarre(grip.fingers);
  };
  const grips = newGrips.toSorted((a, b) => Number(isBarred(b)) - Number(isBarred(a)));
  const changes = newChanges.map(({ from, to }) => `${chordLabel(from)} → ${chordLabel(to)}`);
  return [...grips.map(chordLabel), ...changes].slice(0, AFTER_SHOWN);
}

function weeksWords(weeks: number): string {
  const whole = Math.max(1, Math.round(weeks));
  return counted(whole, 'week', 'weeks');
}

function newWords({ gripCount, newGrips, slowest }: FitFigures): string {
  const grips =
    newGrips.length === 0
      ? 'every grip is known'
      : `${newGrips.length} of ${counted(gripCount, 'grip', 'grips')} ${newGrips.length === 1 ? 'is' : 'are'} new (${listed(newGrips.map(chordLabel), WORDS_SHOWN)})`;
  if (!slowest || slowest.seconds <= slowest.windowSeconds) return grips;
  const change = `${chordLabel(slowest.from)} → ${chordLabel(slowest.to)}`;
  return `${grips}; the slowest change is ${change}, ${slowest.seconds.toFixed(2)} s where there are ${slowest.windowSeconds.toFixed(2)}`;
}

/** The reason of a verdict, in a sentence or two. */
function because(found: FitFigures, weekMinutes: number): string {
  const { weeks, verdict, simpler, after, stops } = found;
  if (found.gripCount === 0) return 'Nothing of it is written yet: no figure can be told.';
  if (!weeks) return `No minutes of practice are agreed: ${newWords(found)}.`;
  const about = `about ${weeksWords(weeks.likely)} at ${Math.round(weekMinutes)} min a week`;
  if (verdict === 'now') return `In full ${about}: ${newWords(found)}.`;
  const stopped = stops.map((stop) => STOP_WORDS[stop]).join(', ');
  if (verdict === 'simpler' && simpler) {
    const fewer = weeksWords(simpler.time.minutes / weekMinutes);
    return `In full ${about}, but ${stopped}: ${newWords(found)}. With ${simpler.words.join(', ')} about ${fewer}.`;
  }
  const first = after.length > 0 ? ` First ${after.join(', ')}.` : '';
  return `In full ${about}, but ${stopped}, and no simpler version helps enough: ${newWords(found)}.${first}`;
}

/** Of smaller versions, each smaller than the one before, the first that nothing stops. */
function firstSimpler(song: SongDocument, options: FitOptions, bounds: Bounds): SmallerPlan | null {
  const { practice, wantedOn } = options;
  // Against today no version is in time, so that all are listed.
  const ways = smallerPlans(song, options, { ...practice, wantedOn: practice.today });
  // In a simpler version more may be new: it leaves the hands time.
  const eased = { ...bounds, mostNew: bounds.mostNew * EASED };
  const isWhole = ({ teaching: { changes } }: SmallerPlan): boolean =>
    changes.every(({ kind }) => kind !== 'leave-out');
  const fits = ways.find((way) => {
    // Nobody asks for half a song unless there is a day to be ready by.
    if (wantedOn == null && !isWhole(way)) return false;
    const { teaching } = way;
    const plan = makePlan(song, { ...options, teaching });
    return stopsOf(plan, practice, eased).length === 0;
  });
  return fits ? { ...fits, deadline: deadlineOf(fits.time, bounds.by, practice) } : null;
}
