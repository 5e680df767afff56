import { climbOf, stepProgress, type Climb, type StepProgress } from '../practice';
import type { Try } from '../events';
import type { Layer } from '../song';
import {
  called,
  kindOf,
  minutesLeft,
  rangeWords,
  titleInSentence,
  type Step,
  type Workpiece,
} from '../steps';
import { bpm, type Bpm } from '../units';

/** What holds a song back: of what can be practised now, what takes longest. */
export interface HeldBack {
  readonly step: Step;
  readonly cleanBpm: Bpm | null;
  readonly goalBpm: Bpm;
  /** Minutes it will still take. */
  readonly minutes: number;
  /** What it is and what is left to do, without the words before it: "Chorus, which is not done yet." */
  readonly what: string;
}

const PRACTISED: readonly string[] = ['hands', 'part', 'join', 'whole'];

/** The steps of a song, and what was done with them. */
interface Practised {
  readonly steps: readonly Step[];
  readonly tries: readonly Try[];
  /** The layer that is the goal. */
  readonly goal: Layer;
  /** The tempo of parts, by their step's id, that clean runs of the whole song showed. */
  readonly shown?: ReadonlyMap<string, Bpm>;
}

/**
 * Finds what holds a song back: of the grips, changes, parts and joins that can be practised now, the one
 * with most minutes left; undefined when nothing is left.
 *
 * @example
 * heldBackBy({ steps: [], tries: [], goal: 'full' }, workpieceOf(EMPTY_SONG)) // undefined
 */
export function heldBackBy(practised: Practised, work: Workpiece): HeldBack | undefined {
  const left = practisable(practised).map((one) => heldBack(one, work));
  return left.toSorted((a, b) => b.minutes - a.minutes)[0];
}

/** Whether somebody else than the student heard the whole song at its goal. */
export function isHeard(whole: Step | undefined, tries: readonly Try[]): boolean {
  if (!whole) return false;
  const heard = tries.filter(({ source }) => source !== 'self');
  return climbOf({ ...whole, goal: { ...whole.goal, days: 1 } }, heard).isDone;
}

/** The bars that are new in a part that differs from another; none where all of it is practised. */
function newBars(step: Step): readonly number[] {
  return kindOf(step).holdsPart === true ? (step.bars ?? []) : [];
}

/** A step as it stands in a sentence, with the bars of it that are new. */
function named(step: Step): string {
  const bars = newBars(step);
  const said = titleInSentence(step.about);
  return bars.length > 0 ? `${said}, whose ${rangeWords(bars)}` : said;
}

function isMany(step: Step): boolean {
  return newBars(step).length > 1 || step.about.isMany === true;
}

/** What is left to do, said of one or several things. */
function leftWords(step: Step, { cleanBpm, goalDays }: Climb): string {
  const [has, does, is] = isMany(step) ? ['have', 'do', 'are'] : ['has', 'does', 'is'];
  const { rungUnit, cleanWord } = kindOf(step);
  const goalBpm = step.rungs.at(-1);
  if (cleanWord === 'ringing') return `${does} not ring every time yet`;
  if (goalBpm === undefined) return `${is} not done yet`;
  if (cleanBpm === null) return `${has} not been played clean yet`;
  const unit = rungUnit === 'bpm' ? 'bpm' : rungUnit;
  if (cleanBpm < goalBpm) return `${is} clean at ${cleanBpm} of ${goalBpm} ${unit}`;
  const days = step.goal.days - goalDays.length;
  return `${is} at ${goalBpm} ${unit} and wanted on ${days} more ${days === 1 ? 'day' : 'days'}`;
}

/** What makes it hard, once it goes at some tempo. */
function hardest(step: Step, { cleanBpm }: Climb, work: Workpiece): string {
  const change = step.limit?.change;
  if (!change || cleanBpm === null) return '';
  const whose = isMany(step) ? 'Their' : 'Its';
  return ` ${whose} tightest change is ${called(work, change.from)} → ${called(work, change.to)}.`;
}

function whatOf(step: Step, climb: Climb, work: Workpiece): string {
  const joined = newBars(step).length > 0 ? ' ' : ', which ';
  return `${named(step)}${joined}${leftWords(step, climb)}.${hardest(step, climb, work)}`;
}

function isPractised(step: Step): boolean {
  return PRACTISED.includes(kindOf(step).subject);
}

/** A section, or the whole song, in a barer layer than the goal. */
function isBarer(step: Step, goal: Layer): boolean {
  const { subject } = kindOf(step);
  return (subject === 'part' || subject === 'whole') && step.layer !== goal;
}

/**
 * What must be there for something that was played already: nobody plays a verse clean without its grips,
 * and whoever plays every section at the goal layer needs no barer whole.
 */
function impliedBy(progress: readonly StepProgress[], goal: Layer): ReadonlySet<string> {
  const byId = new Map(progress.map(({ step }) => [step.id, step]));
  const isPlayed = ({ climb }: StepProgress): boolean => climb.isDone || climb.cleanBpm !== null;
  const sections = progress.filter(
    ({ step }) => kindOf(step).holdsPart === true && step.layer === goal,
  );
  const wholes = progress.filter(({ step }) => kindOf(step).subject === 'whole');
  const passed = sections.every(isPlayed) ? wholes.filter(({ step }) => isBarer(step, goal)) : [];
  const implied = new Set(passed.map(({ step }) => step.id));
  const queue = progress.filter(isPlayed).flatMap(({ step }) => step.needs);
  for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
    if (implied.has(id)) continue;
    implied.add(id);
    queue.push(...(byId.get(id)?.needs ?? []));
  }
  return implied;
}

/** What a clean run of the whole song showed of a part counts as if the part had been played. */
function asShown(one: StepProgress, shown: Practised['shown']): StepProgress {
  const { step, climb } = one;
  const bpmShown = shown?.get(step.id);
  if (bpmShown === undefined || bpmShown <= (climb.cleanBpm ?? 0)) return one;
  const isDone = climb.isDone || bpmShown >= (step.rungs.at(-1) ?? 0);
  return { ...one, climb: { ...climb, cleanBpm: bpmShown, isDone } };
}

/** Steps that are left, and among them those whose needs are met; tuning and listening are no hindrance. */
function practisable({ steps, tries, goal, shown }: Practised): readonly StepProgress[] {
  const progress = stepProgress(steps, tries).map((one) => asShown(one, shown));
  const implied = impliedBy(progress, goal);
  const byId = new Map(progress.map((one) => [one.step.id, one]));
  const isMet = (id: string): boolean => {
    const need = byId.get(id);
    return !need || !isPractised(need.step) || implied.has(id) || need.climb.isDone;
  };
  const isPassed = ({ step }: StepProgress): boolean =>
    implied.has(step.id) && (kindOf(step).subject === 'hands' || isBarer(step, goal));
  const left = progress.filter((one) => isPractised(one.step) && !isAtGoal(one) && !isPassed(one));
  const open = left.filter(({ step }) => step.needs.every(isMet));
  return open.length > 0 ? open : left;
}

/** Done, and not lost again since. */
function isAtGoal({ step, climb }: StepProgress): boolean {
  return climb.isDone && (climb.cleanBpm === null || climb.cleanBpm >= (step.rungs.at(-1) ?? 0));
}

function heldBack({ step, climb }: StepProgress, work: Workpiece): HeldBack {
  const goalBpm = bpm(step.rungs.at(-1) ?? work.goalBpm);
  const minutes = minutesLeft(step, climb.cleanBpm, work);
  return { step, cleanBpm: climb.cleanBpm, goalBpm, minutes, what: whatOf(step, climb, work) };
}
