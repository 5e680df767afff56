import { formatGrip } from '../fretboard';
import { strokesOf } from '../rhythm';
import type { Step, Workpiece } from '../steps';

function isGripOwned(name: string, { grips, student }: Workpiece): boolean {
  const grip = grips.find((one) => one.name === name);
  const withShape = grip && `${name} ${formatGrip(grip.grip)}`;
  return student.ownedGrips.some((one) => one === name || one === withShape);
}

/** A change is owned when it was shown as quickly as the song needs it. */
function isChangeOwned({ limit, rungs }: Step): boolean {
  const needed = rungs.at(-1) ?? Infinity;
  return limit?.change?.isShown === true && (limit.limitBpm ?? 0) >= needed;
}

function isPatternOwned(name: string, { patterns, student }: Workpiece): boolean {
  const pattern = patterns.named[name];
  return pattern !== undefined && student.ownedPatterns.includes(strokesOf(pattern).join(' '));
}

/**
 * Tells whether a student owns already what a step teaches, from any song: a grip, a change as quick
 * as it is needed, or a pattern. Sections and what is made of them are never owned beforehand.
 *
 * @example
 * isOwned(makeSteps(workpieceOf(readChart('[A]\n| Em |').song))[2], workpieceOf(EMPTY_SONG, { student: { ...USUAL_STUDENT, ownedGrips: ['Em'] } })) // true
 */
export function isOwned(step: Step, work: Workpiece): boolean {
  const [name = ''] = step.atoms;
  if (step.kind === 'grip') return isGripOwned(name, work);
  if (step.kind === 'change') return isChangeOwned(step);
  return step.kind === 'hand' && isPatternOwned(name, work);
}
