import { assumed } from '../constants';
import { beatsToNumber } from '../units';
import type { RiffNote } from './note';

/** How fast a picking hand is; the assumptions where nothing was shown. */
export interface PickingPace {
  readonly plucksPerSecond?: number;
  /** All strokes go one way: the hand comes back unheard between them. */
  readonly isOneWay?: boolean;
}

/** A pluck with the time the hand needs for it after the pluck before. */
export interface NeededPluck {
  /** The note, by its place from 0. */
  readonly note: number;
  readonly seconds: number;
  /** Beats since the pluck before. */
  readonly windowBeats: number;
}

const SILENT_HOWS: readonly RiffNote['how'][] = ['hammered', 'pulled off', 'slid up', 'slid down'];

/**
 * Gives what each pluck needs after the one before: the hand's rate, more for each string it crosses
 * over, and for a finger that plucks twice in a row. Notes struck together are one pluck.
 *
 * @example
 * neededPlucks([], {}) // []
 */
export function neededPlucks(
  notes: readonly RiffNote[],
  pace: PickingPace,
): readonly NeededPluck[] {
  const rate = (pace.plucksPerSecond ?? assumed('plucksPerSecond')) / (pace.isOneWay ? 2 : 1);
  const plucks = notes.flatMap((note, index) => (isPlucked(note) ? [{ note, index }] : []));
  const starts = plucks.filter(({ note }, index) => plucks[index - 1]?.note.at !== note.at);
  return starts.slice(1).map(({ note, index }, place) => {
    const before = starts[place]?.note ?? note;
    const crossed = Math.max(0, Math.abs(note.string - before.string) - 1);
    const isRepeat = note.plucked !== undefined && note.plucked === before.plucked;
    const least = isRepeat ? assumed('repeatFingerSeconds') : 0;
    return {
      note: index,
      seconds: Math.max(1 / rate, least) + crossed * assumed('crossStringSeconds'),
      windowBeats: beatsToNumber(note.at) - beatsToNumber(before.at),
    };
  });
}

/** Whether a note has to be struck; hammered, pulled and slid ones are not. */
function isPlucked({ how }: RiffNote): boolean {
  return !SILENT_HOWS.includes(how);
}
