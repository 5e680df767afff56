import { parseChordName, tagOf, transposeChordName, withTag } from '../chord';
import type { BarChord } from '../song';

/** A bar as far as it is compared with another. */
export interface ComparedBar {
  readonly chords: readonly BarChord[];
  readonly beats: number;
  readonly pattern?: string;
  readonly layer?: string;
}

/** What a bar is told apart by, cheap to compare. */
export interface BarKeys {
  readonly chords: string;
  readonly durations: string;
  readonly pattern: string;
  readonly layer: string;
}

/** Sections are compared each with each, so a bar's keys are worked out once for every interval. */
const known = new WeakMap<ComparedBar, Map<number, BarKeys>>();

/**
 * Gives what a bar is told apart by, its chords moved up by so many semitones.
 *
 * @example
 * barKeys({ chords: [{ chord: 'F#', beat: 1, beats: 4 }], beats: 4 }).chords === barKeys({ chords: [{ chord: 'Gb', beat: 1, beats: 4 }], beats: 4 }).chords // true
 */
export function barKeys(bar: ComparedBar, semitones = 0): BarKeys {
  const byShift = known.get(bar) ?? new Map<number, BarKeys>();
  const keys = byShift.get(semitones) ?? workOutKeys(bar, semitones);
  known.set(bar, byShift.set(semitones, keys));
  return keys;
}

/** What a difference of each kind costs. */
const COSTS: Readonly<Record<keyof BarKeys, number>> = {
  chords: 1,
  durations: 1,
  pattern: 0.6,
  layer: 0.2,
};

/**
 * Gives what it costs to take one bar for another: 1 for other chords, 1 for other durations, 0.6 for
 * another pattern, 0.2 for another layer; 0 for the same bar.
 *
 * @example
 * barCost({ chords: 'a', durations: '4', pattern: '', layer: '' }, { chords: 'a', durations: '4', pattern: 'p', layer: '' }) // 0.6
 */
export function barCost(a: BarKeys, b: BarKeys): number {
  const kinds = Object.keys(COSTS) as (keyof BarKeys)[];
  return kinds.reduce((sum, kind) => (a[kind] === b[kind] ? sum : sum + COSTS[kind]), 0);
}

/** A chord by its pitch class, quality, bass and grip, so that F# is Gb; a name nobody knows by its letters. */
function chordKey(chord: string): string {
  const name = parseChordName(chord);
  return name ? withTag(`${name.root}:${name.quality.suffix}:${name.bass}`, tagOf(chord)) : chord;
}

function workOutKeys(
  { chords, beats, pattern = '', layer = '' }: ComparedBar,
  semitones: number,
): BarKeys {
  const named = chords.map(({ chord, hit, held }) => {
    const moved = semitones === 0 ? chord : transposeChordName(chord, semitones);
    return `${chordKey(moved)}${hit ? '!' : ''}${held ? '~' : ''}`;
  });
  const durations = [beats, ...chords.map((one) => one.beats)].join(' ');
  return { chords: named.join(' '), durations, pattern, layer };
}
