import { nameTones, type NameFit } from '../chord';
import { toPitchClass } from '../pitch';
import type { Midi } from '../units';
import type { Grip } from './grip';
import { isReentrant } from './usual-shapes';
import { shapeSetup, soundingNotes, type Setup } from './sounding';

/** The names of a grip, best first: by its shape, as if the capo were the nut, and as it sounds. */
export interface GripNames {
  readonly shape: readonly NameFit[];
  readonly sounding: readonly NameFit[];
  /** The notes that sound, lowest string first. */
  readonly notes: readonly Midi[];
}

/** What else decides the names of a grip. */
export interface NamingOptions {
  /** The song's key as it sounds; it spells the sounding names. */
  readonly key?: string | undefined;
  /** How many names each way at the most. */
  readonly count?: number;
}

/**
 * Names a grip from what its struck strings sound, in any tuning and with any capo; no names when
 * every string is muted.
 *
 * @example
 * nameGrip([3, 2, 0, 0, 0, 3], { tuning: STANDARD_TUNING, capo: 2 }, { count: 1 }).sounding[0]?.name // 'A'
 */
export function nameGrip(grip: Grip, setup: Setup, options: NamingOptions = {}): GripNames {
  const notes = struckNotes(grip, setup);
  // With a capo the key tells how it sounds, not how the shapes are spelled.
  const isPlain = setup.capo === 0 && !setup.down;
  const shapeOptions = isPlain ? options : { ...options, key: undefined };
  const fits = isReentrant(setup.tuning) ? fitsWithoutBass : fitsOf;
  return {
    shape: fits(struckNotes(grip, shapeSetup(setup)), shapeOptions),
    sounding: fits(notes, options),
    notes,
  };
}

function fitsOf(notes: readonly Midi[], options: NamingOptions): readonly NameFit[] {
  const lowest = Math.min(...notes);
  return nameTones({ bass: toPitchClass(lowest), tones: notes.map(toPitchClass) }, options);
}

/** Where no string is the bass, each tone may be: the names that have it for their root. */
function fitsWithoutBass(notes: readonly Midi[], options: NamingOptions): readonly NameFit[] {
  const tones = notes.map(toPitchClass);
  return [...new Set(tones)]
    .flatMap((bass) =>
      nameTones({ bass, tones }, { key: options.key }).filter((fit) => fit.root === fit.bass),
    )
    .toSorted((a, b) => b.score - a.score)
    .filter(({ name }, at, all) => all.findIndex((one) => one.name === name) === at)
    .slice(0, options.count);
}

function struckNotes(grip: Grip, setup: Setup): readonly Midi[] {
  return soundingNotes(grip, setup).filter((note) => note !== null);
}
