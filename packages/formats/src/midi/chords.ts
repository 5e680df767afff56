/** Tones of the chords that are looked for, above their root; plainer ones are preferred. */
const SHAPES: readonly (readonly [suffix: string, tones: readonly number[], rarity: number])[] = [
  ['', [0, 4, 7], 0],
  ['m', [0, 3, 7], 0],
  ['7', [0, 4, 7, 10], 0.06],
  ['m7', [0, 3, 7, 10], 0.06],
  ['maj7', [0, 4, 7, 11], 0.08],
  ['sus4', [0, 5, 7], 0.1],
  ['sus2', [0, 2, 7], 0.1],
  ['5', [0, 7], 0.12],
  ['dim', [0, 3, 6], 0.12],
  ['m7b5', [0, 3, 6, 10], 0.14],
  ['aug', [0, 4, 8], 0.16],
];

const LETTERS = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
/** Less sure than this, no chord is named. */
const LEAST_FIT = 0.55;
const BASS_SAYS = 0.15;
const MISSING = 0.18;

/** A note that sounds, weighed by how long. */
export interface SoundingNote {
  readonly midi: number;
  readonly weight: number;
}

/** Guesses the chord some notes make: how much of them is in it, its lowest note the root; undefined for none. */
export function guessChord(notes: readonly SoundingNote[]): string | undefined {
  const tones = new Map<number, number>();
  let sum = 0;
  for (const { midi, weight } of notes) {
    const tone = ((midi % 12) + 12) % 12;
    tones.set(tone, (tones.get(tone) ?? 0) + weight);
    sum += weight;
  }
  if (sum <= 0 || tones.size < 2) return undefined;
  const lowest = notes.reduce((low, one) => (one.midi < low.midi ? one : low));
  let best = { fit: 0, name: '' };
  for (let root = 0; root < 12; root += 1)
    for (const [suffix, shape, rarity] of SHAPES) {
      const heard = shape.map((tone) => tones.get((root + tone) % 12) ?? 0);
      const inside = heard.reduce((all, one) => all + one, 0) / sum;
      const missing = heard.filter((one) => one === 0).length;
      const isRoot = lowest.midi % 12 === root;
      const fit = inside - missing * MISSING - rarity + (isRoot ? BASS_SAYS : 0);
      if (fit > best.fit) best = { fit, name: `${LETTERS[root] ?? 'C'}${suffix}` };
    }
  return best.fit >= LEAST_FIT ? best.name : undefined;
}
