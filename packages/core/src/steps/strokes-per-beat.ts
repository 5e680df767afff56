import type { Pattern } from '../rhythm';

/**
 * Counts the strokes in the densest beat of a pattern; 0 for one of rests.
 *
 * @example
 * strokesPerBeat(readPattern(parseMeter('4/4'), 'D - D U D U D U'.split(' ')).pattern) // 2
 */
export function strokesPerBeat({ meter, slotsPerBar, slots }: Pattern): number {
  const perBeat = slotsPerBar / meter.beats;
  const counts = new Map<number, number>();
  slots.forEach((slot, index) => {
    const beat = Math.floor(index / perBeat);
    if (slot.kind !== 'rest') counts.set(beat, (counts.get(beat) ?? 0) + 1);
  });
  return Math.max(0, ...counts.values());
}
