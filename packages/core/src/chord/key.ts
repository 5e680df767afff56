import { toPitchClass } from '../pitch';
import { isDominantSeventh, isMinorish, isThirdless, isTonic } from './chord-kinds';
import { parseChordName, type ChordName } from './chord-name';
import {
  AUGMENTED,
  BONUS,
  IN_MAJOR,
  IN_MINOR,
  MAJOR_SEVENTH_ELSEWHERE,
  DIATONIC,
  MAJOR_SEVENTH_ON,
  SECONDARY_DOMINANT,
  THIRDLESS,
} from './key-degrees.data';
import { keyName, parseKey, type Key } from './key-name';
import { numeralsOf } from './numerals';
import { transposeChordName } from './transpose';

/** A chord with how long it sounds, in beats; the last one ends the song. */
export interface TimedChord {
  readonly name: string;
  readonly beats: number;
}

/** How well a key fits, from 0 to 1: how far the chords belong to it, by how long they sound. */
export interface KeyFit extends Key {
  readonly name: string;
  readonly fits: number;
}

/** The keys of some chords. */
export interface KeyFinding {
  /** The key that fits best; undefined when there is no chord. */
  readonly best: KeyFit | undefined;
  /** The next best, and the relative major or minor when it is close. */
  readonly others: readonly KeyFit[];
  /** Each chord in the best key, "V7/ii" for a dominant of another degree, "" where it is no chord. */
  readonly numerals: readonly string[];
}

const OTHERS = 3;
const FOURTH_UP = 5;

interface HeardKey {
  readonly chord: ChordName;
  readonly beats: number;
}

const ALL_KEYS: readonly Key[] = [false, true].flatMap((isMinor) =>
  Array.from({ length: 12 }, (_, tonic) => ({ tonic, isMinor })),
);

/**
 * Finds the key of chords by how far each belongs to it and how long it sounds, over all 24 keys; the
 * first chord, cadences and the last chord decide between keys that fit alike. Names are shapes, which
 * a `capo` raises to what sounds.
 *
 * @example
 * findKey([{ name: 'G', beats: 8 }, { name: 'C', beats: 4 }, { name: 'D7', beats: 4 }, { name: 'G', beats: 4 }]).best?.name // 'G'
 * @example
 * findKey([{ name: 'G', beats: 4 }, { name: 'D', beats: 4 }, { name: 'G', beats: 4 }], 2).best?.name // 'A'
 */
export function findKey(chords: readonly TimedChord[], capo = 0): KeyFinding {
  const sounding = chords.map((one) => ({ ...one, name: transposeChordName(one.name, capo) }));
  const heard = hear(sounding);
  if (heard.length === 0) return { best: undefined, others: [], numerals: chords.map(() => '') };
  const ranked = ALL_KEYS.map((key) => fitOf(heard, key)).sort((a, b) => b.fits - a.fits);
  const [best, ...others] = ranked.map(({ key }) => key);
  return {
    best,
    others: others.slice(0, OTHERS),
    numerals: best
      ? numeralsOf(
          sounding.map(({ name }) => parseChordName(name)),
          best,
        )
      : [],
  };
}

/**
 * Tells how well a stated key fits, as `findKey` counts it; 0 when it is no key or nothing sounds.
 *
 * @example
 * keyFit('C', [{ name: 'F#', beats: 4 }]) < keyFit('F#', [{ name: 'F#', beats: 4 }]) // true
 */
export function keyFit(key: string, chords: readonly TimedChord[]): number {
  const parsed = parseKey(key);
  const heard = hear(chords);
  return parsed && heard.length > 0 ? fitOf(heard, parsed).key.fits : 0;
}

/** How well a chord belongs to a key by its degree and its kind, from 0 to 1. */
function belongs(chord: ChordName, key: Key): number {
  const { tones } = chord.quality;
  const degrees = key.isMinor ? IN_MINOR : IN_MAJOR;
  const interval = toPitchClass(chord.root - key.tonic);
  const at = (weights: readonly number[]): number => weights[interval] ?? 0;
  if (isThirdless(chord))
    return tones.length === 2
      ? at(degrees.power)
      : Math.max(at(degrees.major), at(degrees.minor)) * THIRDLESS;
  if (isMinorish(chord)) return at(tones.includes(7) ? degrees.minor : degrees.diminished);
  const isAtHome: readonly number[] = MAJOR_SEVENTH_ON[key.isMinor ? 'inMinor' : 'inMajor'];
  const major = at(degrees.major);
  if (isDominantSeventh(chord)) return major * at(degrees.dominant);
  if (tones.includes(11))
    return isAtHome.includes(interval) ? major : major * MAJOR_SEVENTH_ELSEWHERE;
  return tones.includes(8) ? major * AUGMENTED : major;
}

/** A dominant of another degree belongs where it falls to it. */
function belongsGoing(chord: ChordName, next: ChordName | undefined, key: Key): number {
  const plain = belongs(chord, key);
  const falls = next !== undefined && toPitchClass(next.root - chord.root) === FOURTH_UP;
  if (!falls || !chord.quality.tones.includes(4)) return plain;
  return belongs(next, key) >= DIATONIC ? Math.max(plain, SECONDARY_DOMINANT) : plain;
}

/** How far all chords belong to a key, each by how long it sounds. */
function share(heard: readonly HeardKey[], key: Key): number {
  const total = heard.reduce((sum, { beats }) => sum + beats, 0);
  const sum = heard.reduce(
    (so, { chord, beats }, at) => so + beats * belongsGoing(chord, heard[at + 1]?.chord, key),
    0,
  );
  return sum / total;
}

/** Steps from one chord to another that end on the tonic from so far above, over all steps. */
function cadences(heard: readonly HeardKey[], key: Key, above: number): number {
  const ends = heard.filter(({ chord }, at) => {
    const before = heard[at - 1]?.chord;
    return (
      before !== undefined && isTonic(chord, key) && toPitchClass(before.root - key.tonic) === above
    );
  });
  return heard.length > 1 ? ends.length / (heard.length - 1) : 0;
}

/** What speaks for a key beside its chords; never enough to outvote them. */
function bonus(heard: readonly HeardKey[], key: Key): number {
  const [first, last] = [heard[0]?.chord, heard.at(-1)?.chord];
  return (
    (first && isTonic(first, key) ? BONUS.first : 0) +
    (last && isTonic(last, key) ? BONUS.last : 0) +
    BONUS.fifthDown * cadences(heard, key, 7) +
    BONUS.fourthDown * cadences(heard, key, 5) +
    (heard.some(({ chord }) => isTonic(chord, key)) ? 0 : BONUS.tonicNeverSounds)
  );
}

/** A key with its fit as it is shown, and as keys are ranked by it. */
function fitOf(
  heard: readonly HeardKey[],
  key: Key,
): { readonly key: KeyFit; readonly fits: number } {
  const fits = Math.max(0, share(heard, key) + bonus(heard, key));
  return {
    key: { ...key, name: keyName(key), fits: Math.round(Math.min(1, fits) * 1000) / 1000 },
    fits,
  };
}

function hear(chords: readonly TimedChord[]): readonly HeardKey[] {
  return chords.flatMap(({ name, beats }) => {
    const chord = parseChordName(name);
    return chord && beats > 0 ? [{ chord, beats }] : [];
  });
}
