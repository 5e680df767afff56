import { chordLabel, transposeChordName } from '../chord';
import { changesOf, chordRow, type Part, type PlayedBar } from '../form';
import { rungsTo } from './ladder';
import type { SongGrip } from './song-grips';
import { GOALS, type Step, type StepKind } from './step';
import { drillRate, neededRate, tempoLimit } from './tempo-limit';
import {
  barsOfPart,
  changesOfPart,
  tightestChanges,
  windowedChanges,
  type TimedSongChange,
  type WindowedChange,
  type Workpiece,
} from './workpiece';

function createStep(kind: StepKind, step: Omit<Step, 'id' | 'kind' | 'goal'>): Step {
  return { ...step, kind, id: [kind, ...step.atoms].join(':'), goal: GOALS[kind] };
}

/** A chord as whoever reads the steps calls it: by its shape, or by what sounds. */
function called({ names, capo }: Workpiece, name: string): string {
  return chordLabel(names === 'sounding' ? transposeChordName(name, capo) : name);
}

function gripStep(grip: SongGrip, work: Workpiece): Step {
  return createStep('grip', {
    title: `Grip ${called(work, grip.name)}`,
    atoms: [grip.name],
    needs: [],
    rungs: [],
    why: 'Every string that is struck rings, five times in a row.',
  });
}

function inWords(change: TimedSongChange, work: Workpiece): string {
  return `${called(work, change.from)} → ${called(work, change.to)} takes about ${change.seconds.toFixed(2)} s`;
}

function windowSeconds({ goalBpm }: Workpiece, windowBeats: number): string {
  return `${((60 * windowBeats) / goalBpm).toFixed(2)} s`;
}

/** Both directions of a change are practised in one drill; the slower one sets the start. */
function changeStep(change: WindowedChange, work: Workpiece): Step {
  const { goalBpm } = work;
  const { windowBeats } = change;
  const goal = neededRate({ goalBpm, windowBeats });
  const drill = { seconds: 60 / drillRate(change.seconds), windowBeats: 1 };
  const { startBpm } = tempoLimit({ bpmGoal: goal, changes: [drill] });
  const names = [change.from, change.to].sort();
  return createStep('change', {
    title: `Change ${names.map((name) => called(work, name)).join(' and ')}`,
    atoms: names,
    needs: names.map((name) => `grip:${name}`),
    rungs: rungsTo(goal, startBpm),
    why: `${inWords(change, work)}; there are ${windowSeconds(work, windowBeats)} for it at ${goalBpm} bpm, so ${goal} changes a minute are needed.`,
  });
}

/** Of the two ways a change goes, the slower time and the tighter window; in the order they first come. */
function changeSteps(work: Workpiece): readonly Step[] {
  const drills = new Map<string, WindowedChange>();
  for (const change of tightestChanges(work)) {
    const key = pairOf(change);
    const known = drills.get(key) ?? change;
    drills.set(key, { ...known, windowBeats: Math.min(known.windowBeats, change.windowBeats) });
  }
  const inOrder = [...new Set(work.changes.map(pairOf))];
  return inOrder.flatMap((key) => {
    const drill = drills.get(key);
    return drill ? [changeStep(drill, work)] : [];
  });
}

function pairOf({ from, to }: TimedSongChange): string {
  return [from, to].sort().join(' ');
}

function beatWords(beats: number): string {
  if (beats === 0.5) return 'half a beat';
  if (beats === 1) return 'one beat';
  return `${Number(beats.toFixed(2))} beats`;
}

/** Changes that leave no time at all cannot be played as written; they are told, and do not divide by nothing. */
const LEAST_WINDOW_BEATS = 0.05;

function ladderFor(
  work: Workpiece,
  changes: readonly WindowedChange[],
): Pick<Step, 'rungs' | 'why'> {
  const timed = changes.map(({ seconds, windowBeats }) => ({
    seconds,
    windowBeats: Math.max(LEAST_WINDOW_BEATS, windowBeats),
  }));
  const limit = tempoLimit({ bpmGoal: work.goalBpm, changes: timed });
  const rungs = rungsTo(work.goalBpm, limit.startBpm);
  const slow = limit.because.kind === 'change' ? changes[limit.because.index] : undefined;
  if (!slow || limit.limitBpm === null) return { rungs, why: 'No change holds the tempo back.' };
  const fastest = Math.floor(limit.limitBpm);
  const barer = limit.needsBarerLayer ? ' Strum once a chord until it is quicker.' : '';
  return {
    rungs,
    why: `${inWords(slow, work)}; ${beatWords(slow.windowBeats)} for it allows ${fastest} bpm.${barer}`,
  };
}

/** The grip and change steps some bars are made of. */
function needsOf(bars: readonly PlayedBar[], before: readonly Step[]): readonly string[] {
  const chords = new Set(chordRow(bars));
  const changes = new Set(changesOf(bars).map(({ from, to }) => [from, to].sort().join(' ')));
  return before
    .filter(({ kind, atoms }) =>
      kind === 'grip' ? chords.has(atoms[0] ?? '') : changes.has(atoms.join(' ')),
    )
    .map((step) => step.id);
}

function partTitle(part: Part): string {
  const title = `${part.letter} ${part.name}`;
  if (part.parent === undefined || part.newBars.length === 0) return title;
  const bars = part.newBars.length === 1 ? 'bar' : 'bars';
  return `${title}: ${bars} ${part.newBars.join(', ')} new`;
}

function sectionStep(work: Workpiece, part: Part, before: readonly Step[]): Step {
  const bars = barsOfPart(work, part.id);
  const isParentPlayed = work.parts.some((one) => one.id === part.parent);
  return createStep('section', {
    title: partTitle(part),
    atoms: [part.id],
    needs: [...needsOf(bars, before), ...(isParentPlayed ? [`section:${part.parent}`] : [])],
    ...ladderFor(work, changesOfPart(work, part.id)),
  });
}

/** Distinct pairs of different parts that follow each other. */
function joinsOf(work: Workpiece): readonly (readonly [Part, Part])[] {
  const joins = new Map<string, readonly [Part, Part]>();
  work.playing.occurrences.slice(1).forEach((next, index) => {
    const from = work.playing.occurrences[index]?.part;
    if (from && from.id !== next.part.id)
      joins.set(`${from.id} ${next.part.id}`, [from, next.part]);
  });
  return [...joins.values()];
}

function joinBars(work: Workpiece, from: Part, to: Part): readonly PlayedBar[] {
  return [...barsOfPart(work, from.id).slice(-2), ...barsOfPart(work, to.id).slice(0, 2)];
}

/** The pattern a part is first played with. */
function patternOf(work: Workpiece, part: Part): string | undefined {
  return work.playing.occurrences.find((one) => one.part.id === part.id)?.pattern;
}

function joinStep(
  work: Workpiece,
  [from, to]: readonly [Part, Part],
  before: readonly Step[],
): Step {
  const bars = joinBars(work, from, to);
  return createStep('join', {
    title: `Join ${from.letter} → ${to.letter}: two bars into two`,
    atoms: [from.id, to.id],
    needs: [`section:${from.id}`, `section:${to.id}`, ...needsOf(bars, before)],
    ...ladderFor(work, windowedChanges(work, bars, patternOf(work, to))),
  });
}

function wholeStep(work: Workpiece, before: readonly Step[]): Step {
  const changes = work.parts.flatMap((part) => changesOfPart(work, part.id));
  const needs = before.filter(({ kind }) => kind === 'section' || kind === 'join');
  return createStep('whole', {
    title: 'Whole song',
    atoms: [],
    needs: needs.map((step) => step.id),
    ...ladderFor(work, changes),
  });
}

/**
 * Makes the steps of a song, each after what it needs: grips, changes, sections, joins, the whole
 * song; every distinct part is taught once. Empty for a song that plays no bar. The same song
 * always gives the same steps.
 *
 * @example
 * makeSteps(workpieceOf(readChart('[A]\n| Em | Em |').song)).map((step) => step.id) // ['grip:Em', 'section:s3', 'whole']
 */
export function makeSteps(work: Workpiece): readonly Step[] {
  if (work.playing.barCount === 0) return [];
  const hands = [...work.grips.map((grip) => gripStep(grip, work)), ...changeSteps(work)];
  const sections = work.parts.map((part) => sectionStep(work, part, hands));
  const joins = joinsOf(work).map((join) => joinStep(work, join, hands));
  const parts = inOrder(sections);
  return [...hands, ...parts, ...joins, wholeStep(work, [...parts, ...joins])];
}

/** A derived part may be played before its parent; it is taught after it. */
function inOrder(steps: readonly Step[]): readonly Step[] {
  const done = new Set(
    steps.flatMap((step) => step.needs).filter((id) => !steps.some((s) => s.id === id)),
  );
  const left = [...steps];
  const ordered: Step[] = [];
  while (left.length > 0) {
    const ready = left.findIndex((step) => step.needs.every((id) => done.has(id)));
    const [next] = left.splice(Math.max(0, ready), 1);
    if (!next) break;
    done.add(next.id);
    ordered.push(next);
  }
  return ordered;
}
