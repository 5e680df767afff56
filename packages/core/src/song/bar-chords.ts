import { addBeats, shareBeats, type Beats } from '../units';
import type { Bar, ChordMark } from './document';

/** A chord where it sounds: its first beat in the bar, counted from 1, and how long it lasts. */
export interface BarChord {
  readonly chord: string;
  readonly beat: Beats;
  readonly beats: Beats;
  /** Struck once and left ringing. */
  readonly hit?: true;
  /** It sounds on from the bar before and is not struck again. */
  readonly held?: true;
  /** Sounds in the ornaments layer only. */
  readonly optional?: true;
}

/** What is written for a chord that sounds on over the bar line. */
export const HELD = '.';

/**
 * Gives the chords of a bar with their beats; `meterBeats` is what a full bar has. A chord held over
 * from the bar before is still called ".".
 *
 * @example
 * barChords({ id: 'b1', chords: [{ name: 'G', span: 1 }, { name: 'C', span: 1 }] }, 4) // [{ chord: 'G', beat: 1, beats: 2 }, { chord: 'C', beat: 3, beats: 2 }]
 */
export function barChords(bar: Bar, meterBeats: number): readonly BarChord[] {
  let beat: Beats = 1;
  return bar.chords.map((mark) => {
    const beats = lengthOf(mark, bar, meterBeats);
    const placed = { chord: mark.name, beat, beats };
    beat = addBeats(beat, beats);
    return {
      ...placed,
      ...(mark.hit && { hit: true as const }),
      ...(mark.name === HELD && { held: true as const }),
      ...(mark.optional && { optional: true as const }),
    };
  });
}

/**
 * Leaves out the chords that are optional: the one before each sounds on, also over the bar line.
 *
 * @example
 * withoutOptional([{ chord: 'C', beat: 1, beats: 3 }, { chord: 'C/B', beat: 4, beats: 1, optional: true }]) // [{ chord: 'C', beat: 1, beats: 4 }]
 */
export function withoutOptional(chords: readonly BarChord[]): readonly BarChord[] {
  if (!chords.some((one) => one.optional)) return chords;
  const kept: BarChord[] = [];
  for (const one of chords) {
    const last = kept.at(-1);
    if (!one.optional) kept.push(one);
    else if (last) kept[kept.length - 1] = { ...last, beats: addBeats(last.beats, one.beats) };
    else kept.push({ chord: HELD, beat: one.beat, beats: one.beats, held: true });
  }
  return kept;
}

/**
 * Gives how many beats a bar lasts: what its dots say, else what a full bar has.
 *
 * @example
 * barBeats({ id: 'b1', dotted: true, chords: [{ name: 'G', span: 3 }] }, 4) // 3
 */
export function barBeats(bar: Bar, meterBeats: number): number {
  return bar.dotted ? bar.chords.reduce((sum, mark) => sum + mark.span, 0) : meterBeats;
}

function lengthOf(mark: ChordMark, bar: Bar, meterBeats: number): Beats {
  return bar.dotted ? mark.span : shareBeats(meterBeats, bar.chords.length);
}
