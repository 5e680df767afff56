import type { Meter } from '@harvu/core/rhythm';
import { parseBeats, type Beats } from '@harvu/core/units';
import { QUARTER } from './notes';

/** Some ticks as beats of a meter's unit, exactly. */
export function beatsOf(ticks: number, { unit }: Meter): Beats {
  const [over, under] = [ticks * unit, QUARTER * 4];
  return parseBeats(over % under === 0 ? over / under : reduced(over, under)) ?? over / under;
}

function reduced(over: number, under: number): string {
  let [a, b] = [over, under];
  while (b !== 0) [a, b] = [b, a % b];
  return `${over / a}/${under / a}`;
}
