import { kindOf, type Step, type Workpiece } from '../steps';

/**
 * Tells whether a student owns already what a step teaches, from any song: a grip, a change as quick
 * as it is needed, or a pattern. Sections and what is made of them are never owned beforehand.
 *
 * @example
 * isOwned({ ...makeOwn({ step: 'own:1', title: '', goal: '', minutes: 1 }, workpieceOf(EMPTY_SONG)), kind: 'grip', atoms: ['Em'] }, workpieceOf(readChart('[A]\n| Em |').song, { student: { ...USUAL_STUDENT, ownedGrips: ['Em'] } })) // true
 */
export function isOwned(step: Step, work: Workpiece): boolean {
  return kindOf(step).isOwned?.(step, work) ?? false;
}
