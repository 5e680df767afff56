/**
 * Lays cells of so many notes over so many slots; the last part is what is left over. Empty for
 * cells or slots under 1.
 *
 * @example
 * cellsOver(5, 12) // [5, 5, 2]
 * @example
 * cellsOver(4, 12) // [4, 4, 4]
 */
export function cellsOver(cell: number, slots: number): readonly number[] {
  if (cell < 1 || slots < 1) return [];
  const whole = Math.floor(slots / cell);
  const rest = slots % cell;
  return [...Array<number>(whole).fill(cell), ...(rest > 0 ? [rest] : [])];
}

/** How a beat is counted aloud: by syllables, or by numbers alone. */
export type CountSchool = 'syllables' | 'numbers';

const SYLLABLES: Readonly<Record<number, readonly string[]>> = {
  1: [''],
  2: ['', '&'],
  3: ['', 'trip', 'let'],
  4: ['', 'e', '&', 'a'],
  6: ['', 'ta', 'la', '&', 'ta', 'la'],
};

/**
 * Counts the slots of one bar aloud, "1 & 2 &" or "1 e & a"; by numbers, every slot has its own.
 * A grid with no whole number of slots a beat is counted by numbers.
 *
 * @example
 * countWords(4, 8) // ['1', '&', '2', '&', '3', '&', '4', '&']
 * @example
 * countWords(6, 6) // ['1', '2', '3', '4', '5', '6']
 */
export function countWords(
  beats: number,
  slotsPerBar: number,
  school: CountSchool = 'syllables',
): readonly string[] {
  const each = slotsPerBar / beats;
  const syllables = school === 'syllables' ? SYLLABLES[each] : undefined;
  return Array.from({ length: slotsPerBar }, (_, slot) => {
    if (!syllables) return String(slot + 1);
    const syllable = syllables[slot % each] ?? '';
    return syllable === '' ? String(Math.floor(slot / each) + 1) : syllable;
  });
}
