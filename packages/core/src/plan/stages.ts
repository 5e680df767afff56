import { listed as inWords } from '../wording';
import type { Layer } from '../song';
import { called, kindOf, layerWords, type Step, type Workpiece } from '../steps';

/** A stretch of a plan that ends in something a teacher can hear. */
export interface Stage {
  /** What is played at its end, in a student's words. */
  readonly title: string;
  /** The title without its tempo, where that stands beside it. */
  readonly untimed: string;
  /** What counts as having done it. */
  readonly goal: string;
  readonly minutes: number;
  /** The ids of its steps, in order. */
  readonly steps: readonly string[];
}

const MOST = 7;
const LEAST = 3;
/** A stage that takes more of the plan than this is cut in two, where it can be. */
const LONGEST_SHARE = 0.45;
/** Names that are said of a stage; the others are counted. */
const NAMES_SAID = 6;

/** What a stage is made from, and the layer that is the goal. */
interface Staging {
  readonly work: Workpiece;
  readonly goal: Layer;
}

type Run = readonly Step[];

const WITH_OTHERS: Readonly<Partial<Record<Step['kind'], string>>> = {
  recording: 'with the recording',
  sing: 'singing',
  perform: 'for somebody',
};

/**
 * Gathers the steps of a plan, in their order, into three to seven stages, each ending in something a
 * teacher can hear; fewer where there are fewer steps, none for none.
 *
 * @example
 * stagesOf([], { work: workpieceOf(EMPTY_SONG), goal: 'full' }) // []
 */
export function stagesOf(steps: Run, staging: Staging): readonly Stage[] {
  let runs = withGripsFirst(runsOf(steps, staging));
  while (runs.length > MOST) runs = withOneLess(runs);
  const longest = LONGEST_SHARE * minutesOf(steps);
  for (let tries = 0; tries < MOST && runs.length < MOST; tries++)
    runs = withOneMore(runs, runs.length < LEAST ? 0 : longest);
  return runs.map((run) => ({
    title: titleOf(run, staging, true),
    untimed: titleOf(run, staging, false),
    goal: goalOf(run),
    minutes: minutesOf(run),
    steps: run.map((step) => step.id),
  }));
}

/** What steps of one stage have alike: the hands' work, music in a layer, the whole of it, for others. */
function topicOf(step: Step, { goal }: Staging): string {
  const { subject } = kindOf(step);
  if (subject === 'part') return step.layer ?? goal;
  if (subject === 'join') return 'whole';
  if (subject === 'whole') return step.layer === goal ? 'whole' : (step.layer ?? 'whole');
  return subject === 'after' ? 'after' : 'hands';
}

/** Steps that follow each other on one topic; the hands' work belongs to the music that comes after it. */
function runsOf(steps: Run, staging: Staging): readonly Run[] {
  const runs: Step[][] = [];
  let topic = '';
  for (const step of steps) {
    const next = topicOf(step, staging);
    const isOther = topic !== '' && next !== topic && topic !== 'hands';
    if (isOther || runs.length === 0) runs.push([]);
    runs.at(-1)?.push(step);
    topic = next;
  }
  return runs;
}

function isAudible(step: Step): boolean {
  return !['frame', 'listening', 'hands', 'own'].includes(kindOf(step).subject);
}

function minutesOf(run: Run): number {
  return run.reduce((sum, step) => sum + step.minutes, 0);
}

/** The grips of the beginning stand by themselves: when they ring, that is heard. */
function withGripsFirst([first = [], ...rest]: readonly Run[]): readonly Run[] {
  const music = first.findIndex(isAudible);
  const hasGrips = first.slice(0, music).some((step) => kindOf(step).cleanWord === 'ringing');
  const runs = hasGrips ? [first.slice(0, music), first.slice(music)] : [first];
  return [...runs, ...rest].filter((run) => run.length > 0);
}

/** The two neighbours that take least time together become one. */
function withOneLess(runs: readonly Run[]): readonly Run[] {
  const pairs = runs.slice(1).map((run, at) => minutesOf(run) + minutesOf(runs[at] ?? []));
  const at = pairs.indexOf(Math.min(...pairs));
  return [
    ...runs.slice(0, at),
    [...(runs[at] ?? []), ...(runs[at + 1] ?? [])],
    ...runs.slice(at + 2),
  ];
}

/** Cut after the piece of music that is nearest to the middle of its time. */
function cut(run: Run): readonly Run[] {
  const half = minutesOf(run) / 2;
  const last = run.findLastIndex(isAudible);
  const cuts = run.flatMap((step, at) => (isAudible(step) && at < last ? [at + 1] : []));
  const distance = (at: number): number => Math.abs(minutesOf(run.slice(0, at)) - half);
  const best = cuts.reduce<number | undefined>(
    (near, at) => (near !== undefined && distance(near) <= distance(at) ? near : at),
    undefined,
  );
  return best === undefined ? [run] : [run.slice(0, best), run.slice(best)];
}

function withOneMore(runs: readonly Run[], least: number): readonly Run[] {
  const longest = runs
    .filter((run) => minutesOf(run) > least && cut(run).length > 1)
    .toSorted((a, b) => minutesOf(b) - minutesOf(a))[0];
  return longest ? runs.flatMap((run) => (run === longest ? cut(run) : [run])) : runs;
}

/** One more is named rather than counted by itself. */
function listed(names: readonly string[]): string {
  return inWords(names, names.length > NAMES_SAID + 1 ? NAMES_SAID : Infinity);
}

function partNames(run: Run, { work }: Staging): string {
  const names = run.flatMap((step) =>
    kindOf(step).subject === 'part'
      ? step.atoms.flatMap((id) => work.parts.find((part) => part.id === id)?.name ?? [])
      : [],
  );
  return listed([...new Set(names)]);
}

/** What is played with others or for them. */
function withOthers(run: Run): string {
  return listed(run.flatMap(({ kind }) => WITH_OTHERS[kind] ?? []));
}

/** The hands' work by itself: its grips, else its last step. */
function preparationTitle(run: Run, { work }: Staging): string {
  const names = run
    .filter((step) => kindOf(step).cleanWord === 'ringing')
    .flatMap(({ atoms }) => atoms.map((name) => called(work, name)));
  if (names.length === 0) return run.at(-1)?.title ?? '';
  return names.length === 1 ? `The grip ${listed(names)}` : `The grips ${listed(names)}`;
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** What is heard at the end of a run of steps, with its tempo or without. */
function titleOf(run: Run, staging: Staging, isTimed: boolean): string {
  const { work, goal } = staging;
  const isAbout = (subject: string) => (step: Step) => kindOf(step).subject === subject;
  const last = run.findLast((step) => isAudible(step) && !isAbout('after')(step));
  const others = withOthers(run);
  if (!last) return others === '' ? preparationTitle(run, staging) : capital(others);
  const layer = last.layer ?? goal;
  const how = layer === 'full' ? '' : `, ${layerWords(layer)}`;
  const at = isTimed ? `, at ${last.rungs.at(-1) ?? work.goalBpm}` : '';
  const then = others === '' ? '' : `, then ${others}`;
  if (isAbout('whole')(last)) return `The whole song${how}${at}${then}`;
  if (isAbout('join')(last)) return `From each part into the next${then}`;
  return `${partNames(run, staging)}${how || ', in full'}${at}${then}`;
}

function goalOf(run: Run): string {
  const last = run.findLast(isAudible) ?? run.findLast((step) => step.goal.words !== '');
  return last?.goal.words ?? '';
}
