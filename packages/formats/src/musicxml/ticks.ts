import type { Meter } from '@harvu/core/rhythm';
import { shareBeats, type Beats } from '@harvu/core/units';
import { QUARTER } from './notes';

/** Some ticks as beats of a meter's unit, exactly. */
export function beatsOf(ticks: number, { unit }: Meter): Beats {
  return shareBeats(ticks * unit, QUARTER * 4);
}
