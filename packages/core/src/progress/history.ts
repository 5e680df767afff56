import type { Layer } from '../song';
import { kindOf, type Step } from '../steps';
import type { Bpm } from '../units';
import { holdRuleOf, attemptsOf, heldOf } from '../practice';
import type { Try } from '../events';

/** The clean tempo of a step after so many minutes of practice on the whole song. */
export interface TempoPoint {
  readonly minutes: number;
  readonly bpm: Bpm;
}

/** How one section's clean tempo grew. */
export interface TempoLine {
  readonly step: Step;
  readonly points: readonly TempoPoint[];
}

/**
 * Traces how the clean tempo of each section grew in the layer that is the goal over the minutes practised on the song; sections
 * never played clean are left out.
 *
 * @example
 * tempoLines([], [], 'full') // []
 */
export function tempoLines(
  steps: readonly Step[],
  tries: readonly Try[],
  goal: Layer,
): readonly TempoLine[] {
  const inOrder = [...tries].sort((a, b) => a.at.localeCompare(b.at));
  const minutes = minutesUpTo(inOrder);
  return steps
    .filter((step) => step.layer === goal && kindOf(step).holdsPart)
    .map((step) => lineOf(step, inOrder, minutes))
    .filter((line) => line.points.length > 0);
}

function minutesUpTo(tries: readonly Try[]): readonly number[] {
  let seconds = 0;
  return tries.map((one) => (seconds += one.seconds) / 60);
}

function lineOf(step: Step, tries: readonly Try[], minutes: readonly number[]): TempoLine {
  const asked = holdRuleOf(step);
  let held = heldOf([], asked);
  const points: TempoPoint[] = [];
  tries.forEach((one, index) => {
    if (one.stepId !== step.id) return;
    held = heldOf(attemptsOf(step, [one]), asked, held);
    // Held is a tempo that was played.
    if (held.bpm !== null) points.push({ minutes: minutes[index] ?? 0, bpm: held.bpm as Bpm });
  });
  return { step, points };
}
