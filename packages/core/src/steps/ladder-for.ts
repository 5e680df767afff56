import { startOf, type Demand, type KnownBy, type Start } from './start-tempo';
import type { Step } from './step';
import { whyWords } from './step-words';
import type { Workpiece } from './workpiece';

/** The ladder that some changes and strokes allow, and why it starts where it does. */
export function ladderFor(
  work: Workpiece,
  demand: Demand,
  known?: KnownBy,
): Required<Pick<Step, 'rungs' | 'why' | 'limit'>> & Pick<Start, 'needsBarerLayer'> {
  const start = startOf(work, demand, known);
  const { rungs, limit, needsBarerLayer } = start;
  return { rungs, limit, needsBarerLayer, why: whyWords(work, demand, start) };
}
