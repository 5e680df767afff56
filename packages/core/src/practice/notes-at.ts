import type { SceneRiff } from './scene-riff';

/**
 * Gives the places of the notes that sound at a beat of the pass: those that began last; before the first,
 * the first.
 *
 * @example
 * notesAt({ beats: [0, 1, 1, 2] }, 1.5) // [1, 2]
 */
export function notesAt({ beats }: Pick<SceneRiff, 'beats'>, beat: number): readonly number[] {
  const last = beats.findLast((one) => one <= beat + 1e-6) ?? beats[0];
  return beats.flatMap((one, place) => (one === last ? [place] : []));
}
