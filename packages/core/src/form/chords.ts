import type { PlayedBar } from './playing';

/** Two chords that follow each other. */
export interface ChordChange {
  readonly from: string;
  readonly to: string;
}

/**
 * Tells whether a written chord is no chord: silence or "N.C.".
 *
 * @example
 * isSilence('N.C.') // true
 */
export function isSilence(chord: string): boolean {
  return chord === '-' || chord === 'N.C.';
}

/**
 * Lists the chords of some bars in order, silences left out and a held chord counted once.
 *
 * @example
 * chordRow([]) // []
 */
export function chordRow(bars: readonly PlayedBar[]): readonly string[] {
  const chords = bars.flatMap((bar) => bar.chords.map((one) => one.chord));
  return chords
    .filter((chord) => !isSilence(chord))
    .filter((chord, index, all) => chord !== all[index - 1]);
}

/**
 * Lists the distinct changes of some bars, in the order they first come; silences are passed over.
 *
 * @example
 * changesOf([]) // []
 */
export function changesOf(bars: readonly PlayedBar[]): readonly ChordChange[] {
  const row = chordRow(bars);
  const changes = new Map<string, ChordChange>();
  row.slice(1).forEach((to, index) => {
    const from = row[index] ?? to;
    changes.set(`${from} ${to}`, { from, to });
  });
  return [...changes.values()];
}
