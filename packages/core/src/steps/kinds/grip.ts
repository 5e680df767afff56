import type { StepAbout } from '../step-title';
import { listed } from '../../wording';
import { withoutTag } from '../../chord';
import { isFullBarre } from '../../fretboard';
import { formatGrip } from '../../fretboard';
import type { SongGrip } from '../../player';
import type { Layer } from '../../song';
import { gripMinutes, isGripOwned, isOneFingerOff, ownsFullBarre } from '../grip-learning';
import { toPlayedBar } from '../practice-bar';
import { createStep, type Goal, type Step } from '../step';
import { called } from '../step-words';
import type { Workpiece } from '../workpiece';
import type { Kind } from './kind';
import { stepId } from '../../step-id';

const GOAL: Goal = { cleanInRow: 5, days: 1, words: 'each rings clean 5 of 5' };
/** So many grips at once are learnt without mixing them up. */
const MOST_AT_ONCE = 3;

/** Grips as they are learnt: those with steps of their own, and those that come in a change. */
interface LearntGrips {
  readonly owned: readonly SongGrip[];
  readonly taught: readonly SongGrip[];
}

/**
 * Makes the steps of a song's grips in the order they come, up to three to a step; one the student owns
 * stands by itself, one that differs by a finger from another is learnt in that change and has none.
 */
export function makeGrips(work: Workpiece, goal: Layer): readonly Step[] {
  const { owned, taught } = learntGrips(work, goal);
  const groups = inGroups(taught, work);
  const teaching = groups.map((grips, at) =>
    makeGroup(grips, [...owned, ...groups.slice(0, at).flat()], work),
  );
  const placeOf = ({ atoms: [first = ''] }: Step): number =>
    work.grips.findIndex(({ name }) => name === first);
  return [...owned.map((grip) => makeGroup([grip], [], work)), ...teaching].toSorted(
    (a, b) => placeOf(a) - placeOf(b),
  );
}

/** The chords of the song; optional ones only where ornaments are the goal. */
function chordsHeld({ timeline }: Workpiece, goal: Layer): ReadonlySet<string> {
  const bars = timeline.occurrences.flatMap((one) => one.bars);
  return new Set(
    bars.flatMap(({ chords, ornamented }) =>
      ((goal === 'ornaments' ? ornamented : undefined) ?? chords).map(({ chord }) => chord),
    ),
  );
}

/** A grip that is one learnt before with a finger more or less is learnt in that change. */
function learntGrips(work: Workpiece, goal: Layer): LearntGrips {
  const held = chordsHeld(work, goal);
  const owned = work.grips.filter((grip) => held.has(grip.name) && isGripOwned(work, grip));
  const taught: SongGrip[] = [];
  for (const grip of work.grips) {
    if (owned.includes(grip) || !held.has(grip.name)) continue;
    const known = [...owned, ...taught].some((one) => isOneFingerOff(one, grip, work));
    if (!known || grip.grip.every((fret) => !fret)) taught.push(grip);
  }
  return { owned, taught };
}

/** Up to three together in the order they are needed; the first full barre by itself. */
function inGroups(taught: readonly SongGrip[], work: Workpiece): readonly (readonly SongGrip[])[] {
  const alone = ownsFullBarre(work)
    ? undefined
    : taught.find(({ fingers }) => isFullBarre(fingers));
  const groups: SongGrip[][] = [];
  let open: SongGrip[] | undefined;
  for (const grip of taught) {
    if (grip === alone) groups.push([grip]);
    else if (open && open.length < MOST_AT_ONCE) open.push(grip);
    else groups.push((open = [grip]));
  }
  return groups;
}

function aboutGrips(atoms: readonly string[], work: Workpiece): StepAbout {
  const names = [...new Set(atoms)].map((name) => called(work, name));
  return names.length === 1
    ? { name: `Grip ${listed(names)}`, isWord: true }
    : { name: `Grips ${listed(names)}`, isWord: true, isMany: true };
}

function makeGroup(grips: readonly SongGrip[], before: readonly SongGrip[], work: Workpiece): Step {
  const known = grips.map((_, at) => [...before, ...grips.slice(0, at)]);
  const minutes = grips.reduce(
    (sum, grip, at) => sum + gripMinutes(grip, known[at] ?? [], work),
    0,
  );
  const step = createStep('grip', work, {
    about: aboutGrips(
      grips.map(({ name }) => name),
      work,
    ),
    atoms: grips.map(({ name }) => name),
    needs: ['ready'],
    rungs: [],
    goal: GOAL,
    minutes,
    why: 'Every string that is struck rings, five times in a row.',
  });
  return { ...step, id: step.atoms.map((name) => stepId('grip', [name])).join('+') };
}

function isOwned({ atoms }: Step, work: Workpiece): boolean {
  return atoms.every((name) =>
    work.grips.some((one) => one.name === name && isGripOwned(work, one)),
  );
}

/** A grip: held, and every struck string rings. */
export const grip: Kind = {
  goal: GOAL,
  subject: 'hands',
  rank: 2,
  rungUnit: 'bpm',
  scene: 'grips',
  cleanWord: 'ringing',
  learns: 'grip',
  hasFrets: true,
  merged: (a, b, work) => aboutGrips([...a.atoms, ...b.atoms], work),
  isOwned,
  play: ({ atoms }, work) =>
    atoms.map((chord, index) => {
      const beats = work.meterBeats;
      const chords = [{ chord, beat: 1, beats }];
      return toPlayedBar({ number: index + 1, beats, chords }, work);
    }),
  prove: ([name = ''], _held, { grips }) => ({
    ownedGrips: grips.flatMap((one) =>
      one.name === name ? [`${withoutTag(name)} ${formatGrip(one.grip)}`] : [],
    ),
  }),
};
