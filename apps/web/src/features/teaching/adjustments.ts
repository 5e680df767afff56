import { chordLabel } from '@harvu/core/chord';
import { formatGrip } from '@harvu/core/fretboard';
import type { Adjustments, PlanChange, Teaching } from '@harvu/core/plan';
import { LAYERS } from '@harvu/core/song';
import { kindOf, layerWords, type Subject, type Step } from '@harvu/core/steps';
import { withChange } from './teaching-edits';

/** A change of the plan that takes one press. */
export interface Adjustment {
  readonly words: string;
  readonly title: string;
  readonly toNext: (teaching: Teaching) => Teaching;
}

/** What can be skipped without losing the song. */
const SKIPPED: readonly Subject[] = ['part', 'join', 'hands'];

/** What could make one step easier for a student, each with one press. */
export function adjustmentsFor(
  step: Step,
  teaching: Teaching,
  found: Adjustments | null,
): readonly Adjustment[] {
  const { id } = step;
  const skip = byHand(
    { kind: 'drop', step: id },
    'Skip this step',
    'What needs it goes on without it',
  );
  return [
    ...(found ? [...easierGrips(found), ...openStroke(found, teaching)] : []),
    ...barerGoal(step, teaching),
    ...(found ? split(step, found, teaching) : []),
    ...(SKIPPED.includes(kindOf(step).subject) ? [skip] : []),
  ];
}

function byHand(change: PlanChange, words: string, title: string): Adjustment {
  return { words, title, toNext: (teaching) => withChange(teaching, change) };
}

function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

function easierGrips({ easier }: Adjustments): readonly Adjustment[] {
  return easier.map(({ name, grip, fingers, losesTones }) =>
    byHand(
      { kind: 'grip', name, grip, fingers },
      `Easier ${chordLabel(name)} (${formatGrip(grip)})`,
      losesTones ? 'It leaves a tone of the name out' : 'The same chord, easier to hold',
    ),
  );
}

function openStroke(
  { openStroke: change }: Adjustments,
  { changes }: Teaching,
): readonly Adjustment[] {
  if (!change || changes.some(({ kind }) => kind === 'open-stroke')) return [];
  const title = `Before ${chordLabel(change.from)} → ${chordLabel(change.to)} the hand has longer`;
  return [byHand({ kind: 'open-stroke', ...change }, 'Leave the last stroke open', title)];
}

function barerGoal(step: Step, { goal }: Teaching): readonly Adjustment[] {
  const barer = LAYERS[LAYERS.indexOf(goal) - 1];
  if (!barer || kindOf(step).subject === 'hands') return [];
  return [
    {
      words: `${capital(layerWords(barer))} as the goal`,
      title: 'The fullest layer that is learnt, for this student',
      toNext: (teaching) => ({ ...teaching, goal: barer }),
    },
  ];
}

function split(
  { id }: Step,
  { splitAfter }: Adjustments,
  { changes }: Teaching,
): readonly Adjustment[] {
  const isSplit = changes.some((one) => one.kind === 'split' && one.step === id);
  if (splitAfter === null || isSplit) return [];
  const change = { kind: 'split', step: id, afterBar: splitAfter } as const;
  // Until what was held of the whole counts for its halves, the button says what it takes.
  const words = `Split after bar ${splitAfter}: both halves begin anew`;
  return [byHand(change, words, 'Learnt in two parts first, then whole again')];
}
