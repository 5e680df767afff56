import { pairKey } from '../change';
import type { SongGrip } from '../player';
import { kindOf } from './kinds';
import { passOf } from './pass';
import type { Step } from './step';
import { changeTimesOf, type TimedSongChange, type Workpiece } from './workpiece';

/** A change that is practised inside its section, with the time there is for it at the goal. */
export interface InsideChange extends Pick<TimedSongChange, 'from' | 'to' | 'seconds'> {
  readonly windowSeconds: number;
}

/**
 * Lists the changes of a song that have no drill among some steps: they are practised inside their
 * sections; what lacks most comes first.
 *
 * @example
 * insideChanges([], workpieceOf(readChart('tempo: 60\n[A]\n| G | D |').song)).map((one) => one.to) // ['D']
 */
export function insideChanges(steps: readonly Step[], work: Workpiece): readonly InsideChange[] {
  const drilled = new Set(
    steps
      .filter((step) => kindOf(step).rungUnit !== 'bpm')
      .map(({ atoms: [from = '', to = ''] }) => pairKey({ from, to })),
  );
  return changeTimesOf(work)
    .filter((one) => !drilled.has(pairKey(one)))
    .map(({ from, to, takes, has }) => ({ from, to, seconds: takes, windowSeconds: has }));
}

/**
 * Gives the grips a step is played with, in the order they come, each with its fingers; none for a step
 * that holds none.
 *
 * @example
 * gripsIn({ kind: 'whole', atoms: [] }, workpieceOf(readChart('[A]\n| G | D |').song)).map((one) => one.name) // ['G', 'D']
 */
export function gripsIn(
  step: Pick<Step, 'kind' | 'atoms' | 'layer' | 'bars'>,
  work: Workpiece,
): readonly SongGrip[] {
  const { hasFrets } = kindOf(step);
  if (!hasFrets) return [];
  const names = [...new Set(passOf(step, work).spans.map(({ chord }) => chord))];
  return names.flatMap((name) => work.grips.find((grip) => grip.name === name) ?? []);
}
